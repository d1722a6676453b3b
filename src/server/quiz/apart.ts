import { fail } from '@/core/kernel/problem';
import type { Figured, QuizFigures, RescoredPaper, RescoredSitting, Worth } from '@/core/quiz';
import { type AskedOf, threadsOf } from '../platform/threads';

/** What is worked out apart, over all sittings of a quiz. */
export type Tasks = {
  figures: { input: Figured; output: QuizFigures };
  worth: {
    input: { papers: readonly RescoredPaper[]; sittings: readonly RescoredSitting[] };
    output: Worth[];
  };
};
export type Asked = AskedOf<Tasks>;

const threads = threadsOf<Tasks>({
  name: 'figures',
  source: 'src/server/quiz/figures-thread.mjs',
  tooMuch: fail('too-large', 'There are too many sittings to be worked out at once. Choose a cohort.'),
});

/** Works something out over all sittings of a quiz, in a thread of its own. */
export const workOut = threads.ask;
