import type { DoneRule } from '@/core/outline';

export const doneNames: Record<DoneRule['by'], string> = {
  learner: 'the learner says so',
  opened: 'it was opened',
  watched: 'a share was played',
  attended: 'it was attended',
  'handed-in': 'it was handed in',
  passed: 'it was passed',
};

export const doneText = (rule: DoneRule): string =>
  rule.by === 'watched'
    ? `${rule.percent} % was played${rule.answers ? ' and every checkpoint answered' : ''}`
    : doneNames[rule.by];

/** The rule of a name as it begins; none stands for the one that is taken over. */
export function doneRuleBy(by: string | null): DoneRule | null {
  if (!by) return null;
  return by === 'watched' ? { by, percent: 90 } : ({ by } as DoneRule);
}
