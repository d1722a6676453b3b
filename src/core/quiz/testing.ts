import type { QuestionContent } from './types';

/** A question for tests: one that says nothing but what matters there. */
export const content = (part: Partial<QuestionContent>): QuestionContent => ({
  kind: 'one',
  prompt: '',
  category: '',
  points: 1000,
  body: { options: [] },
  media: null,
  hint: '',
  feedbackRight: '',
  feedbackPart: '',
  feedbackWrong: '',
  ...part,
});
