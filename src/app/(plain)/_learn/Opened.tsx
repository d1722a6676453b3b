'use client';
import { useEffect } from 'react';
import { act } from '@/app/_client/act';

/** Says once that a lesson was opened. What comes of it is for the server to decide. */
export function Opened({ courseId, lessonId }: { readonly courseId: string; readonly lessonId: string }) {
  useEffect(() => {
    act('learning.opened', { courseId, lessonId });
  }, [courseId, lessonId]);
  return null;
}
