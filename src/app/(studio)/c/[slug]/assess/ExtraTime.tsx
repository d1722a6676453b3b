'use client';
import { Button, Group, Select } from '@mantine/core';
import { useEffect, useState } from 'react';
import { act, ask } from '@/app/_client/act';
import { ok } from '@/core/kernel/problem';
import type { Lesson } from '@/core/outline';
import { NumberField } from '@/ui/fields/fields';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';

type Extra = {
  readonly given: readonly { readonly learnerId: string; readonly name: string; readonly minutes: number }[];
  readonly learners: readonly { readonly id: string; readonly name: string }[];
};

/** Who has more time for a quiz than others. It holds at once, also for a sitting that is under way. */
export function ExtraTime({ lesson }: { readonly lesson: Lesson }) {
  const { head } = useDesk();
  const [extra, setExtra] = useState<Extra | null>(null);
  const [find, setFind] = useState('');
  const [learnerId, setLearnerId] = useState<string | null>(null);
  const [minutes, setMinutes] = useState(10);
  const [problem, setProblem] = useState<string | null>(null);
  const [turn, setTurn] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: with each turn it is asked for anew
  useEffect(() => {
    let isOver = false;
    const address = `/api/course/${head.id}/extra-time/${lesson.id}?${new URLSearchParams({ find })}`;
    ask<Extra>(address).then((told) => {
      if (!isOver && told.ok) setExtra(told.value);
    });
    return () => {
      isOver = true;
    };
  }, [head.id, lesson.id, find, turn]);
  const give = async (who: string, more: number) => {
    const place = { courseId: head.id, lessonId: lesson.id };
    const done = await act('quiz.give-time', { ...place, learnerId: who, minutes: more });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) setTurn(turn + 1);
  };
  return (
    <fieldset className={styles.options}>
      <legend>More time for one person</legend>
      {(extra?.given ?? []).map((one) => (
        <Group key={one.learnerId} gap="xs">
          <bdi>{one.name}</bdi>
          <span className={wordStyles.quiet}>{one.minutes} min more</span>
          <Button size="compact-xs" variant="default" onClick={() => give(one.learnerId, 0)}>
            Take back
          </Button>
        </Group>
      ))}
      <Group gap="xs" align="end">
        <Select
          label="Learner"
          placeholder="find a name"
          searchable
          clearable
          searchValue={find}
          onSearchChange={setFind}
          value={learnerId}
          data={(extra?.learners ?? []).map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setLearnerId}
        />
        <NumberField
          label="Minutes more"
          value={minutes}
          onSave={(more) => {
            setMinutes(more ?? 10);
            return ok(null);
          }}
        />
        <Button variant="default" disabled={learnerId === null} onClick={() => learnerId && give(learnerId, minutes)}>
          Give
        </Button>
      </Group>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
    </fieldset>
  );
}
