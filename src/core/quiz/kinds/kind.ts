import type { Schema } from 'yup';
import type { Rational } from '../../kernel/exact';
import type { Result } from '../../kernel/problem';
import type { PlayedMedia, QuestionPicture } from '../question-media';
import type { AsLines } from './as-lines';
import type { GivenFile } from './given-file';
import type { DecimalSign } from './number/read';

/**
 * A kind of question is one value of this type, in a folder of its own: what a question of it holds (its
 * body), what an answer to it is, and everything that is said, shown and worked out from the two. Nothing
 * outside these folders asks what kind a question is; whatever differs between kinds is asked of the kind.
 *
 * `Body` and `Answer` are JSON. `Shown` is the part of a body that a learner's browser may have before
 * it has answered: nothing in it says what is right.
 */
export type Kind<Body, Answer, Shown> = {
  /** What it is called where one is added. */
  readonly title: string;
  /** Who says what an answer earns, where it is not the rule: a person, or nobody, for it earns nothing. */
  readonly judgedBy?: 'person' | 'nobody';
  readonly body: Schema<Body>;
  readonly answer: Schema<Answer>;
  /** The body of a new question; `id` is of the question, to make ids of parts from. */
  begin(id: string): Body;
  shown(body: Body): Shown;
  /** For kinds whose parts can stand in another order in each sitting: the body with them in the order given. */
  rearranged?(body: Body, order: <T>(parts: readonly T[]) => readonly T[]): Body;
  /** Whether anything is answered at all; what is left blank earns nothing and is not wrong. */
  isGiven(answer: Answer): boolean;
  /** Whether an answer can be one to this question: an option it names has to be there. */
  fits(body: Body, answer: Answer): Result<null>;
  /** For kinds that are answered with files: those an answer is made of, and the answer with them as they were stored. */
  readonly files?: {
    of(answer: Answer): readonly GivenFile[];
    with(answer: Answer, files: readonly GivenFile[]): Answer;
  };
  /** A text that two answers have in common when nothing that counts tells them apart. */
  key(body: Body, answer: Answer, decimals: DecimalSign): string;
  /** The share of the points a given answer earns by the rule, 0 to 1, exact; nothing where there is no rule. */
  share(body: Body, answer: Answer, decimals: DecimalSign): Rational;
  /** An answer, and the right one, in a learner's words. */
  answerText(body: Body, answer: Answer): string;
  rightText(body: Body): string;
  /** A body in its maker's words, a line for each part: for two versions beside each other. */
  bodyText(body: Body): string;
  /** For kinds of which all that could be chosen is shown with the result. */
  choices?(body: Body, answer: Answer | undefined): readonly Choice[];
  /** How a body is written in plain lines, and read from them. */
  readonly lines: AsLines<Body>;
  /** How the parts of an answer earn points, said below the question while it is answered. */
  readonly instruction?: string;
  /** How long a learner is taken to need for one. */
  readonly minutes: number;
  readonly rules: readonly KindRule<Body>[];
  /** What the kind means, by example; for the tests of everything that deals with kinds. */
  readonly examples: readonly Example<Body, Answer>[];
};

/** Something that could be chosen, as it is shown with the result. */
export type Choice = {
  readonly id: string;
  readonly text: string;
  readonly chosen: boolean;
  readonly right: boolean;
  readonly feedback: string;
  readonly picture?: QuestionPicture | undefined;
  readonly plays?: PlayedMedia | undefined;
};

/** What is to be settled about a question of a kind before publishing, or is worth a look. */
export type KindRule<Body> = {
  readonly id: string;
  readonly level: 'settle' | 'look';
  readonly reason: string;
  readonly remedy: string;
  /** `name` is what the question is called. The fix sets fields of the question. */
  check(
    body: Body,
    name: string,
  ):
    | {
        readonly sentence: string;
        readonly fix?: { readonly label: string; readonly fields: { readonly [field: string]: unknown } };
      }
    | null
    | false;
};

export type Example<Body, Answer> = {
  readonly name: string;
  readonly body: Body;
  readonly answer: Answer;
  /** The share it earns, as a fraction (`2/3`); null for what is left open, and where no rule judges it. */
  readonly share: string | null;
};
