'use client';
import { Button, Textarea } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { namesIn } from '@/core/kernel/locale';
import { dayText, Temporal } from '@/core/kernel/time';
import type { CohortOverview, MemberOutcome } from '@/server/enrolment';
import { useReady } from '@/ui/plain/useReady';
import { useCourse } from '../../_course/CourseProvider';
import styles from './cohorts.module.css';

/** More lines than this are counted, and not all of them read. */
const mostShown = 200;

const counted = (outcomes: readonly MemberOutcome[], which: MemberOutcome['outcome']) =>
  outcomes.filter(({ outcome }) => outcome === which).length;

/** Members by a pasted list, looked at before it is done; and who waits for a seat. */
export function Members({ overview: { cohort, waiting } }: { readonly overview: CohortOverview }) {
  const course = useCourse();
  const router = useRouter();
  const ready = useReady();
  const [list, setList] = useState('');
  const [looked, setLooked] = useState<readonly MemberOutcome[] | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [works, setWorks] = useState(false);
  const ask = async (dry: boolean) => {
    setWorks(true);
    const input = { courseId: course.id, cohortId: cohort.id, list, dry };
    const done = await act<{ outcomes: MemberOutcome[] }>('cohort.enrol-many', input);
    setWorks(false);
    setProblem(done.ok ? null : done.problem.sentence);
    if (!done.ok) return;
    const { outcomes } = done.value;
    if (dry) {
      setSaid(null);
      return setLooked(outcomes);
    }
    setLooked(null);
    // What could not be taken stays, to be put right.
    setList(
      outcomes
        .filter(({ outcome }) => outcome === 'fault')
        .map(({ words }) => words)
        .join('\n'),
    );
    setSaid(
      `${counted(outcomes, 'enrolled')} enrolled, ${counted(outcomes, 'waits')} waiting for a seat, ${counted(outcomes, 'fault')} lines left that could not be taken.`,
    );
    router.refresh();
  };
  const leave = async (learnerId: string) => {
    const done = await act('cohort.leave-queue', { courseId: course.id, cohortId: cohort.id, learnerId });
    setProblem(done.ok ? null : done.problem.sentence);
    router.refresh();
  };
  const faults = looked?.filter(({ outcome }) => outcome === 'fault') ?? [];
  return (
    <section className={styles.part}>
      <h2>Members of {cohort.name}</h2>
      <Textarea
        label="Paste a list"
        description="One member a line: an address, alone or with a name, as mail programs copy it."
        readOnly={!ready}
        autosize
        minRows={3}
        maxRows={12}
        value={list}
        onChange={(event) => {
          setList(event.currentTarget.value);
          setLooked(null);
        }}
        error={problem}
      />
      <p className={styles.acts}>
        <Button variant="default" onClick={() => ask(true)} disabled={list.trim() === ''} loading={works}>
          Look at it first
        </Button>
        {looked && (
          <Button onClick={() => ask(false)} loading={works}>
            Enrol {counted(looked, 'enrolled')}
            {counted(looked, 'waits') > 0 ? `, let ${counted(looked, 'waits')} wait` : ''}
          </Button>
        )}
      </p>
      <div aria-live="polite">
        {said && <p>{said}</p>}
        {looked && (
          <p>
            {counted(looked, 'enrolled')} can be enrolled, {counted(looked, 'waits')} would wait for a seat,{' '}
            {counted(looked, 'takes-it')} take the course already, {faults.length} cannot be taken.
          </p>
        )}
        {faults.length > 0 && (
          <ul className={styles.faults}>
            {faults.slice(0, mostShown).map(({ line, words, sentence }) => (
              <li key={line}>
                Line {line}, <bdi>{words}</bdi>: {sentence}
              </li>
            ))}
            {faults.length > mostShown && <li>and {faults.length - mostShown} more like these</li>}
          </ul>
        )}
      </div>
      {waiting.length > 0 && (
        <>
          <h3>Waiting for a seat, in their order</h3>
          <ol>
            {waiting.map(({ personId, name, since }) => (
              <li key={personId}>
                <bdi>{name}</bdi>{' '}
                <span className={styles.quiet}>
                  since {dayText(Temporal.Instant.from(since.replace(' ', 'T')), namesIn(cohort.zone))}
                </span>{' '}
                <Button size="compact-xs" variant="subtle" onClick={() => leave(personId)}>
                  Take off
                </Button>
              </li>
            ))}
          </ol>
          <p className={styles.quiet}>A seat that becomes free goes to the first of them at once.</p>
        </>
      )}
    </section>
  );
}
