import { formulasOf } from '@/ui/text/formulas';
import { type PaperQuestion, paperQuestion } from './paper';

/** The questions of a paper as they may be seen before they are answered, with their formulas set. For the server. */
export const paperOf = (questions: readonly Parameters<typeof paperQuestion>[0][]): PaperQuestion[] =>
  questions.map((question) => {
    const shown = paperQuestion(question);
    return { ...shown, formulas: formulasOf(shown.prompt, shown.shown) };
  });
