import { essay } from './essay';
import { files } from './files';
import { gaps } from './gaps';
import { grouping } from './grouping';
import type { Kind } from './kind';
import { matching } from './matching';
import { number } from './number';
import { one } from './one';
import { opinion } from './opinion';
import { order } from './order';
import { place } from './place';
import { several } from './several';
import { shortText } from './short-text';
import { trueFalse } from './true-false';

/**
 * Every kind of question there is, in the order in which they are offered. A name stands in stored questions: it never
 * changes.
 */
export const kinds = {
  one,
  several,
  'true-false': trueFalse,
  'short-text': shortText,
  number,
  gaps,
  order,
  matching,
  grouping,
  place,
  essay,
  files,
  opinion,
} as const;

type Kinds = typeof kinds;
export type QuestionKind = keyof Kinds;
type BodyIn<T> = T extends Kind<infer Body, infer _Answer, infer _Shown> ? Body : never;
type AnswerIn<T> = T extends Kind<infer _Body, infer Answer, infer _Shown> ? Answer : never;
type ShownIn<T> = T extends Kind<infer _Body, infer _Answer, infer Shown> ? Shown : never;
export type BodyOf<K extends QuestionKind> = BodyIn<Kinds[K]>;
export type AnswerOf<K extends QuestionKind> = AnswerIn<Kinds[K]>;
export type ShownOf<K extends QuestionKind> = ShownIn<Kinds[K]>;

export const questionKinds = Object.keys(kinds) as QuestionKind[];

/** The kinds that are judged by a rule, at once: those that can be asked in a film or a text. */
export const ruledKinds = questionKinds.filter((name) => kindOf(name).judgedBy === undefined);

/** A kind whose bodies and answers are known to belong to it, whichever it is. */
export type AnyKind = Kind<BodyOf<QuestionKind>, AnswerOf<QuestionKind>, ShownOf<QuestionKind>>;

/** The kind of a name. Throws on one that is not known: a question of it is never taken for another. */
export function kindOf(name: QuestionKind): AnyKind {
  if (!Object.hasOwn(kinds, name)) throw new Error(`There is no kind of question called "${name}".`);
  // Bodies and answers are parsed by their kind where they come in, so they belong to it here.
  return kinds[name] as unknown as AnyKind;
}
