import type { ComponentType } from 'react';
import type { QuestionKind } from '@/core/quiz';
import { OneChoice, SeveralChoices } from './Choices';
import { Essay } from './Essay';
import { Files } from './Files';
import { Gaps } from './Gaps';
import { Grouping } from './Grouping';
import { Matching } from './Matching';
import { NumberAnswer } from './NumberAnswer';
import { Opinion } from './Opinion';
import { Order } from './Order';
import { Place } from './Place';
import type { MakingProps } from './part';
import { ShortText } from './ShortText';
import { TrueFalse } from './TrueFalse';

/** The part a question is made with, for each kind. */
const making: { readonly [K in QuestionKind]: ComponentType<MakingProps<K>> } = {
  one: OneChoice,
  several: SeveralChoices,
  'true-false': TrueFalse,
  'short-text': ShortText,
  number: NumberAnswer,
  gaps: Gaps,
  order: Order,
  matching: Matching,
  grouping: Grouping,
  place: Place,
  essay: Essay,
  files: Files,
  opinion: Opinion,
};

export const makingOf = (kind: QuestionKind) => making[kind] as ComponentType<MakingProps<QuestionKind>>;
