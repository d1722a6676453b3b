import { boolean, object } from 'yup';
import { idSchema } from '../../kernel/ids';
import type { Facts } from '../facts';
import { courseLink, lessonSchema, type Occasion } from '../occasion';

/** Says no points: what of a result may be seen is decided by the page, when it is looked at. */
export const quizResult: Occasion<Facts['quiz-result']> = {
  title: 'A quiz has a result',
  when: 'when a quiz has been handed in, by the learner or because its time was up',
  choice: 'when a quiz of mine has a result',
  isUrgent: false,
  facts: object({
    lesson: lessonSchema,
    sittingId: idSchema,
    isShown: boolean().required(),
    timeUp: boolean().required(),
  }),
  fields: {
    lesson: 'the title of the quiz',
    handed: '“handed in”, or “handed in as it was when its time was up”',
    result: 'that the result can be seen, or is kept by the people who give the course',
  },
  fill: ({ lesson, sittingId, isShown, timeUp }, around) => ({
    lesson: lesson.title,
    handed: timeUp ? 'handed in as it was when its time was up' : 'handed in',
    result: isShown ? 'Your result is there.' : 'The people who give the course have your result.',
    link: `${courseLink(around)}/sitting/${sittingId}`,
  }),
  usual: {
    subject: '{lesson}: handed in',
    body: `Hello {learner},

**{lesson}** was {handed}. {result}

[Look at it]({link})

{school}`,
  },
  example: {
    lesson: { id: '018f4e6e-0000-7000-8000-000000000005', title: 'Reach or not?' },
    sittingId: '018f4e6e-0000-7000-8000-000000000006',
    isShown: true,
    timeUp: false,
  },
};
