import { object, string } from 'yup';
import { lookOutcomes, lookOutcomeText } from '../../assignment';
import type { Facts } from '../facts';
import { lessonLink, lessonSchema, type Occasion } from '../occasion';

/** What was answered stands on the page, like the mark itself. */
export const lookedAgain: Occasion<Facts['looked-again']> = {
  title: 'A result was looked at again',
  when: 'when somebody has answered a learner who asked for another look at a mark',
  choice: 'when my wish for another look is answered',
  isUrgent: false,
  facts: object({
    lesson: lessonSchema,
    outcome: string()
      .oneOf([...lookOutcomes])
      .required(),
  }),
  fields: { lesson: 'the title of the assignment', outcome: 'what came of it, in words' },
  fill: ({ lesson, outcome }, around) => ({
    lesson: lesson.title,
    outcome: lookOutcomeText[outcome],
    link: lessonLink(around, lesson),
  }),
  usual: {
    subject: '{lesson} was looked at again',
    body: `Hello {learner},

your work for **{lesson}** was looked at again: {outcome}.

[Read the answer]({link})

{school}`,
  },
  example: { lesson: { id: '018f4e6e-0000-7000-8000-000000000004', title: 'Survey report' }, outcome: 'stays' },
};
