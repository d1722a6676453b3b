import { pointsText } from '../kernel/exact';
import {
  blockOf,
  type Difficulty,
  isMark,
  kindOf,
  mostQuestionsAtOnce,
  partLinesOf,
  type QuestionContent,
  questionsFromLines,
} from '../quiz';

/**
 * Questions as a table, a row for each: docs/question-table.md. What is right stands in one cell, as the lines a
 * question has when it is typed; or each part in a column that is called by the mark of its line.
 */
export const questionColumns = [
  'Question',
  'Kind',
  'Answers',
  'Points',
  'Category',
  'Hint',
  'When right',
  'When partly right',
  'When wrong',
  'Difficulty',
  'Tags',
] as const;

export type TableQuestion = QuestionContent & { readonly difficulty?: Difficulty; readonly tags?: readonly string[] };

/** The cells of questions, in the order of the columns. */
export const questionRows = (questions: readonly TableQuestion[]): (string | number)[][] =>
  questions.map((question) => [
    question.prompt,
    kindOf(question.kind).title,
    partLinesOf(question),
    Number(pointsText(question.points)),
    question.category,
    question.hint,
    question.feedbackRight,
    question.feedbackPart,
    question.feedbackWrong,
    question.difficulty ?? '',
    (question.tags ?? []).join('; '),
  ]);

export type ReadRows = {
  readonly questions: readonly (TableQuestion & { readonly id: string; readonly row: number })[];
  readonly faults: readonly { readonly row: number; readonly sentence: string }[];
  /** Columns whose name says nothing here; what is in them stays behind. */
  readonly unread: readonly string[];
};

const named = (name: string) => name.trim().toLowerCase();

/** Questions from a table, by the names of its columns; rows are counted from 1, the first below the names being 2. */
export function questionsFromRows(
  head: readonly string[],
  rows: readonly (readonly string[])[],
  newId: () => string,
): ReadRows {
  const names = head.map(named);
  const unread = head.filter((name) => named(name) !== '' && !isKnown(named(name)));
  const none = { questions: [], unread };
  if (!names.includes('question'))
    return { ...none, faults: [{ row: 1, sentence: 'No column is called "Question".' }] };
  const questions: ReadRows['questions'][number][] = [];
  const faults: ReadRows['faults'][number][] = [];
  for (const [i, cells] of rows.entries()) {
    const row = i + 2;
    const cell = (name: string) => cells[names.indexOf(name)]?.trim() ?? '';
    if (cells.every((one) => one.trim() === '')) continue;
    if (questions.length >= mostQuestionsAtOnce) {
      faults.push({
        row,
        sentence: `Only ${mostQuestionsAtOnce} questions are taken at once; those from here on are not.`,
      });
      break;
    }
    const prompt = cell('question');
    if (prompt === '') {
      faults.push({ row, sentence: 'It asks nothing.' });
      continue;
    }
    const marked = names.flatMap((name, at) => (isMark(name) ? [[name, cells[at] ?? ''] as const] : []));
    const read = questionsFromLines(blockOf(prompt, cell('answers'), marked), newId);
    const [fault] = read.faults;
    const [question] = read.questions;
    const facts = factsIn(cell('difficulty'), cell('tags'));
    if (fault || !question || read.questions.length > 1)
      faults.push({ row, sentence: fault?.sentence ?? 'It cannot be read as one question.' });
    else if (facts === null) faults.push({ row, sentence: 'Difficulty is 1, 2 or 3.' });
    else {
      const { line: _line, ...content } = question;
      questions.push({ ...content, ...facts, row });
    }
  }
  return { questions, faults, unread };
}

const isKnown = (name: string) => isMark(name) || questionColumns.some((column) => named(column) === name);

/** What is known of a question beside what it asks; null where its difficulty is none. */
function factsIn(difficulty: string, tags: string): Pick<TableQuestion, 'difficulty' | 'tags'> | null {
  if (!['', '1', '2', '3'].includes(difficulty)) return null;
  return {
    ...(difficulty === '' ? {} : { difficulty: Number(difficulty) as Difficulty }),
    tags: [...new Set(tags.split(';').map((tag) => tag.trim()))].filter(Boolean).slice(0, 20),
  };
}
