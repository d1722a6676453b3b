'use client';
import { Button, Select, Table, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { act } from '@/app/_client/act';
import { useDeed } from '@/app/_client/use-deed';
import { type Cohort, type Moved, nextSeason } from '@/core/enrolment';
import { calendarDayText, isDay, Temporal } from '@/core/kernel/time';
import { weekdayName } from '@/core/release';
import { DayField } from '@/ui/fields/DayField';
import wordStyles from '@/ui/plain/words.module.css';
import { useCourse, useDesk } from '../../_course/CourseProvider';
import inspector from '../../_inspector/inspector.module.css';

type Props = {
  readonly cohort: Cohort;
  readonly onDone: (id: string) => void;
  readonly onCancel: () => void;
};

const allDays = [1, 2, 3, 4, 5, 6, 7];
const whatNames: Record<Moved['what'], string> = {
  start: 'starts',
  end: 'ends',
  break: 'break',
  opens: 'opens',
  meets: 'meets',
};
/** A cohort of the next season, with every date as it would be, before it is made. */
export function NextSeason({ cohort, onDone, onCancel }: Props) {
  const course = useCourse();
  const { state } = useDesk();
  const router = useRouter();
  const deed = useDeed();
  const [name, setName] = useState(`${cohort.name}, next`);
  // Half a year of whole weeks later, so that Mondays stay Mondays.
  const [startsOn, setStartsOn] = useState(() =>
    Temporal.PlainDate.from(cohort.startsOn).add({ weeks: 26 }).toString(),
  );
  const [weekday, setWeekday] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const titles = useMemo(() => {
    const { lesson, section } = state.outline;
    return new Map([...Object.values(lesson), ...Object.values(section)].map((one) => [one.id, one.title]));
  }, [state.outline]);
  const season = isDay(startsOn) ? nextSeason(cohort, { startsOn, weekday }, titles) : null;
  const make = async () => {
    const input = { courseId: course.id, from: cohort.id, name, startsOn, weekday };
    const id = deed.nameOf(input);
    const done = await act('cohort.copy', { id, ...input });
    setProblem(done.ok ? null : done.problem.sentence);
    if (!done.ok) return;
    onDone(id);
    router.refresh();
  };
  return (
    <>
      <h2 className={inspector.title}>Next season of {cohort.name}</h2>
      <TextInput label="Name" value={name} onChange={(event) => setName(event.currentTarget.value)} />
      <DayField label="Starts on" value={startsOn} onChange={setStartsOn} />
      <Select
        label="Its own dates fall"
        value={weekday === null ? '' : String(weekday)}
        data={[
          { value: '', label: 'as many days later' },
          ...allDays.map((day) => ({ value: String(day), label: `on the next ${weekdayName(day)} from there` })),
        ]}
        allowDeselect={false}
        onChange={(day) => setWeekday(day ? Number(day) : null)}
      />
      {season && (
        <Table aria-label="Dates as they would be" verticalSpacing={3}>
          <Table.Tbody>
            {season.moves.map(({ what, name: of, from, to }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the list is drawn anew as a whole
              <Table.Tr key={i}>
                <Table.Td>
                  {of} {whatNames[what]}
                </Table.Td>
                <Table.Td>
                  <s>{calendarDayText(from)}</s>
                  <br />
                  {calendarDayText(to)}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
      <p className={inspector.hint}>Members and what was opened by hand stay with {cohort.name}.</p>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      <Button onClick={make} disabled={!season}>
        Make the cohort
      </Button>
      <Button variant="default" onClick={onCancel}>
        Back
      </Button>
    </>
  );
}
