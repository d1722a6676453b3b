'use client';
import { Button } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { ask } from '@/app/_client/act';
import { type Lesson, lessonsBySection, questionsOf, sectionsOf, usualQuiz } from '@/core/outline';
import { type Follow, followText } from '@/core/quiz';
import type { FollowedRow } from '@/server/quiz';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../../_course/CourseProvider';
import styles from '../assess.module.css';
import { FollowedTable } from './FollowedTable';
import { FollowPart } from './FollowPart';
import type { Known } from './known';

type Answer = { readonly followed: readonly FollowedRow[]; readonly courses: Known['courses'] };

/** What follows from the results of a quiz: conditions with what is done, tried before they are switched on. */
export function FollowsDesk({ lesson }: { readonly lesson: Lesson }) {
  const { store, state, head } = useDesk();
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const address = `/api/course/${head.id}/follows/${lesson.id}`;
  useEffect(() => {
    let isOver = false;
    ask<Answer>(address).then((told) => {
      if (isOver) return;
      setProblem(told.ok ? null : told.problem.sentence);
      if (told.ok) setAnswer(told.value);
    });
    return () => {
      isOver = true;
    };
  }, [address]);
  const follows = lesson.quiz?.follows ?? [];
  const save = (next: readonly Follow[]) =>
    store.edit({
      do: 'set',
      table: 'lesson',
      id: lesson.id,
      fields: { quiz: { ...usualQuiz, ...lesson.quiz, follows: next } },
    });
  const inside = lessonsBySection(state.outline);
  const sections = sectionsOf(state.outline).map((section) => ({
    ...{ id: section.id, title: section.title },
    lessons: (inside.get(section.id) ?? []).map(({ id, title, live }) => ({ id, title, isLive: live !== null })),
  }));
  const known: Known = {
    sections,
    courses: answer?.courses ?? [],
    categories: [...new Set(questionsOf(state.outline, lesson.id).flatMap(({ category }) => category || []))],
    hasPassMark: (lesson.quiz?.passPercent ?? 0) > 0,
  };
  const titles = new Map<string, string>([
    ...sections.flatMap(({ id, title, lessons }) => [
      [id, title] as const,
      ...lessons.map((one) => [one.id, one.title] as const),
    ]),
    ...known.courses.flatMap(({ id, title, cohorts }) => [
      [id, title] as const,
      ...cohorts.map((one) => [one.id, one.name] as const),
    ]),
  ]);
  const titleOf = (id: string) => titles.get(id) || 'something that is gone';
  return (
    <>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      {follows.length === 0 && (
        <p className={wordStyles.empty}>
          Nothing follows from a result by itself. Add a condition: a message for who does not pass, a lesson that opens
          for who does, a word to the people who give the course.
        </p>
      )}
      {follows.map((follow, i) => (
        <FollowPart
          key={follow.id}
          name={`Condition ${i + 1}`}
          follow={follow}
          sentence={followText(follow, titleOf)}
          known={known}
          address={address}
          onSave={(next) => save(follows.with(i, next))}
          onRemove={() => save(follows.toSpliced(i, 1))}
        />
      ))}
      <div className={styles.additions}>
        <Button
          variant="default"
          leftSection={<IconPlus size={15} />}
          disabled={follows.length >= 20}
          onClick={() =>
            save([...follows, { id: newId(), on: false, when: { by: 'failed' }, deeds: [{ do: 'message', text: '' }] }])
          }
        >
          Add a condition
        </Button>
      </div>
      <p className={wordStyles.quiet}>
        Each thing follows once for a learner, from the edition that is live, as soon as a result is known. It is kept
        below.
      </p>
      {answer && <FollowedTable rows={answer.followed} />}
    </>
  );
}
