import { array, object, string } from 'yup';
import { idSchema } from '../kernel/ids';

/** A question about the person, which earns nothing: with answers to choose from, or with none, to be typed. */
export type PersonQuestion = {
  readonly id: string;
  /** Whether it is asked before a quiz is begun for the first time, or after it was handed in. */
  readonly when: (typeof askedWhen)[number];
  readonly prompt: string;
  readonly options: readonly string[];
};
/** What is asked about the person, and what for: nobody answers without knowing that. */
export type PersonAsks = { readonly why: string; readonly questions: readonly PersonQuestion[] };
/** What somebody has said of themselves, by question. */
export type ToldAbout = { readonly [questionId: string]: string };

export const askedWhen = ['before', 'after'] as const;

export const personAsksSchema = object({
  why: string().max(500, 'Keep what it is for under 500 characters.').defined(),
  questions: array()
    .of(
      object({
        id: idSchema,
        when: string().oneOf(askedWhen).required(),
        prompt: string().max(500, 'Keep a question under 500 characters.').defined(),
        options: array()
          .of(string().max(200, 'Keep an answer under 200 characters.').defined())
          .max(20, 'Give at most 20 answers to choose from.')
          .required(),
      })
        .noUnknown()
        .required(),
    )
    .max(20, 'Ask at most 20 questions about the person.')
    .required(),
}).noUnknown();

export const toldAboutSchema = object().test(
  'told',
  'An answer is words of at most 500 characters.',
  (told) =>
    Object.entries(told).length <= 20 &&
    Object.values(told).every((answer) => typeof answer === 'string' && answer.length <= 500),
);

/** The questions of a quiz about the person that can be answered: those that ask something. */
export const asksOf = (asks: PersonAsks | undefined): readonly PersonQuestion[] =>
  (asks?.questions ?? []).filter(({ prompt }) => prompt.trim() !== '');

/** Of what somebody says, what answers a question there is; a question with answers to choose from takes no other. */
export function fittingTold(asks: PersonAsks | undefined, told: ToldAbout): ToldAbout {
  return Object.fromEntries(
    asksOf(asks).flatMap(({ id, options }) => {
      const answer = Object.hasOwn(told, id) ? (told[id]?.trim() ?? '') : '';
      const choices = options.map((option) => option.trim()).filter(Boolean);
      return answer === '' || (choices.length > 0 && !choices.includes(answer)) ? [] : [[id, answer]];
    }),
  );
}

/** How often each answer was given to a question about the person, the most frequent first. */
export function toldCounts(
  questions: readonly PersonQuestion[],
  all: readonly ToldAbout[],
): readonly {
  readonly question: PersonQuestion;
  readonly answers: readonly (readonly [answer: string, count: number])[];
}[] {
  return questions.map((question) => {
    const counts = new Map<string, number>(question.options.filter(Boolean).map((option) => [option.trim(), 0]));
    for (const told of all) {
      const answer = told[question.id];
      if (answer !== undefined) counts.set(answer, (counts.get(answer) ?? 0) + 1);
    }
    const answers = [...counts].toSorted(([a, x], [b, y]) => y - x || a.localeCompare(b, 'en'));
    return { question, answers };
  });
}
