'use client';
import { useEffect, useState } from 'react';
import { ask } from '@/app/_client/act';
import { useDesk } from '../_course/CourseProvider';

/** The cohorts of a course, and the tags its learners have. */
export type Groups = {
  readonly cohorts: readonly { readonly id: string; readonly name: string }[];
  readonly tags: readonly string[];
};

/** What learners of this course can be told apart by; none until the school has answered. */
export function useGroups(): Groups {
  const { head } = useDesk();
  const [groups, setGroups] = useState<Groups>({ cohorts: [], tags: [] });
  useEffect(() => {
    let isOver = false;
    ask<Groups>(`/api/course/${head.id}/groups`).then((answer) => {
      if (!isOver && answer.ok) setGroups(answer.value);
    });
    return () => {
      isOver = true;
    };
  }, [head.id]);
  return groups;
}
