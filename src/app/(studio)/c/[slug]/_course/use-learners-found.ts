import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { useDesk } from './CourseProvider';

export type LearnerFound = { readonly learnerId: string; readonly name: string; readonly cohort: string | null };

/** Some learners of the course whose name, address or cohort holds some words, looked for on the server. */
export function useLearnersFound(find: string): readonly LearnerFound[] {
  const { head } = useDesk();
  const [wanted] = useDebouncedValue(find, 200);
  const [found, setFound] = useState<readonly LearnerFound[]>([]);
  useEffect(() => {
    let newest = true;
    fetch(`/api/course/${head.id}/learners?find=${encodeURIComponent(wanted)}`)
      .then((answer) => (answer.ok ? answer.json() : []))
      .then((rows) => newest && setFound(rows as LearnerFound[]))
      .catch(() => {});
    return () => {
      newest = false;
    };
  }, [head.id, wanted]);
  return found;
}

/** A learner as lists have them, told apart by their cohort. */
export const learnerLabel = ({ name, cohort }: LearnerFound): string => (cohort ? `${name} (${cohort})` : name);
