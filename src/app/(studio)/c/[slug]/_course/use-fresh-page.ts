'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { useCourseStatus } from './CourseProvider';

/**
 * Has the server make this page anew with every step of the course, one's own or somebody else's. Gives the revision.
 */
export function useFreshPage(): number {
  const revision = useCourseStatus('revision');
  const router = useRouter();
  const shown = useRef(revision);
  useEffect(() => {
    if (shown.current === revision) return;
    shown.current = revision;
    router.refresh();
  }, [router, revision]);
  return revision;
}
