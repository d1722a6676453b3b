'use client';
import { Anchor, Button, Table } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { clockOfCohort } from '@/core/enrolment';
import { namesIn } from '@/core/kernel/locale';
import { calendarDayText, dateTimeText, dayText, Temporal } from '@/core/kernel/time';
import { ruleText } from '@/core/release';
import type { CohortOverview } from '@/server/enrolment';
import { DataTable } from '@/ui/table/DataTable';
import { useDesk } from '../../_course/CourseProvider';
import { Workbench } from '../../_course/Workbench';
import inspector from '../../_inspector/inspector.module.css';
import { ReleaseTabs } from '../ReleaseTabs';
import { CohortForm } from './CohortForm';
import styles from './cohorts.module.css';
import { Members } from './Members';
import { NextSeason } from './NextSeason';

type Props = { readonly cohorts: readonly CohortOverview[] };

/** The groups that take a course together: their dates, seats, breaks, and what of the plan is different for them. */
export function CohortsDesk({ cohorts }: Props) {
  const [selectedId, setSelectedId] = useState<string | null>(cohorts[0]?.cohort.id ?? null);
  const [copies, setCopies] = useState(false);
  const selected = cohorts.find(({ cohort }) => cohort.id === selectedId) ?? null;
  const choose = (id: string | null) => {
    setSelectedId(id);
    setCopies(false);
  };
  return (
    <Workbench
      label="Cohort"
      inspector={
        <div className={inspector.inspector}>
          {copies && selected ? (
            <NextSeason
              key={selected.cohort.id}
              cohort={selected.cohort}
              onDone={choose}
              onCancel={() => setCopies(false)}
            />
          ) : (
            <CohortForm
              // What somebody else has changed meanwhile is shown; what is typed here is not taken away by it.
              key={selected?.cohort.id ?? 'new'}
              cohort={selected?.cohort ?? null}
              taken={selected?.taken ?? 0}
              onMade={choose}
              onCopy={() => setCopies(true)}
            />
          )}
        </div>
      }
    >
      <ReleaseTabs />
      <div className={styles.page}>
        {cohorts.length === 0 && (
          <p className={styles.empty}>
            There is no cohort yet. A cohort starts together, on a day in a zone. Make the first one; whoever is in none
            starts when they are enrolled.
          </p>
        )}
        {cohorts.length > 0 && (
          <DataTable
            names={['Cohort', 'Starts', 'Ends', 'Zone', 'Learners', 'Waiting', 'Breaks', 'Differs']}
            verticalSpacing={6}
            highlightOnHover
            aria-label="Cohorts"
          >
            {cohorts.map(({ cohort, taken, waiting }) => (
              <Table.Tr key={cohort.id} data-selected={cohort.id === selectedId || undefined} className={styles.row}>
                <Table.Td>
                  <Anchor
                    component="button"
                    type="button"
                    fw={600}
                    aria-pressed={cohort.id === selectedId}
                    onClick={() => choose(cohort.id)}
                  >
                    {cohort.name}
                  </Anchor>
                </Table.Td>
                <Table.Td>{calendarDayText(cohort.startsOn)}</Table.Td>
                <Table.Td>{cohort.endsOn ? calendarDayText(cohort.endsOn) : 'open'}</Table.Td>
                <Table.Td>{cohort.zone}</Table.Td>
                <Table.Td>{cohort.seats === null ? taken : `${taken} of ${cohort.seats}`}</Table.Td>
                <Table.Td>{waiting.length || ''}</Table.Td>
                <Table.Td>{cohort.breaks.length || ''}</Table.Td>
                <Table.Td>{Object.keys(cohort.opens).length + Object.keys(cohort.meets).length || ''}</Table.Td>
              </Table.Tr>
            ))}
          </DataTable>
        )}
        <Button
          variant="default"
          leftSection={<IconPlus size={16} />}
          onClick={() => choose(null)}
          disabled={selectedId === null}
        >
          New cohort
        </Button>
        {selected && <Differences overview={selected} />}
        {selected && <Members key={selected.cohort.id} overview={selected} />}
      </div>
    </Workbench>
  );
}

/** What of the plan is different for a cohort, and what was opened for it by hand. */
function Differences({ overview: { cohort } }: { readonly overview: CohortOverview }) {
  const { state, opens } = useDesk();
  const { outline } = state;
  const titleOf = (id: string) => outline.lesson[id]?.title ?? outline.section[id]?.title ?? 'Something that is gone';
  const titles = new Map(Object.values(outline.lesson).map(({ id, title }) => [id, title]));
  const own = Object.entries(cohort.opens);
  const sessions = Object.entries(cohort.meets);
  const byHand = Object.entries(cohort.opened);
  const names = namesIn(cohort.zone);
  return (
    <section className={styles.part}>
      <h2>Different for {cohort.name}</h2>
      {own.length + sessions.length + byHand.length + cohort.breaks.length === 0 && (
        <p className={styles.quiet}>
          Nothing: it follows the plan of the course from {dayText(clockOfCohort(cohort).start, names)} on. On the
          board, looked at through its eyes, moves can be made for it alone.
        </p>
      )}
      <ul>
        {own.map(([id, rule]) => (
          <li key={id}>
            <b>{titleOf(id)}</b>: {ruleText(rule, titles)} <s>{opens.get(id)}</s>
          </li>
        ))}
        {sessions.map(([id, when]) => (
          <li key={`meets ${id}`}>
            <b>{titleOf(id)}</b>: meets {ruleText(when)}
          </li>
        ))}
        {byHand.map(([id, at]) => (
          <li key={id}>
            <b>{titleOf(id)}</b>: opened by hand {dateTimeText(Temporal.Instant.from(at), names)}
          </li>
        ))}
        {cohort.breaks.map(({ from, to, name }) => (
          <li key={from}>
            <b>{name || 'Break'}</b>: {calendarDayText(from)} to {calendarDayText(to)}
          </li>
        ))}
      </ul>
    </section>
  );
}
