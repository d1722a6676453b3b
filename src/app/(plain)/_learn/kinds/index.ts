import type { ComponentType } from 'react';
import type { QuestionKind } from '@/core/quiz';
import { OneChoice, SeveralChoices } from './Choices';
import { Essay } from './Essay';
import { Files } from './Files';
import { Gaps } from './Gaps';
import { Opinion } from './Opinion';
import { Order } from './Order';
import { Place } from './Place';
import { Placing } from './Placing';
import type { AnswerProps } from './part';
import { TrueFalse } from './TrueFalse';
import { NumberAnswer, ShortText } from './Typed';

/** The part that takes the answer to a question, for each kind. */
const answering: { readonly [K in QuestionKind]: ComponentType<AnswerProps<K>> } = {
  one: OneChoice,
  several: SeveralChoices,
  'true-false': TrueFalse,
  'short-text': ShortText,
  number: NumberAnswer,
  gaps: Gaps,
  order: Order,
  matching: Placing,
  grouping: Placing,
  place: Place,
  essay: Essay,
  files: Files,
  opinion: Opinion,
};

export const answeringOf = (kind: QuestionKind) => answering[kind] as ComponentType<AnswerProps<QuestionKind>>;
