import { object } from 'yup';
import { idSchema } from '../../kernel/ids';
import type { Facts } from '../facts';
import { courseLink, lessonSchema, type Occasion } from '../occasion';

/** The day has come from which a result may be seen. What it is stands on the page. */
export const resultShown: Occasion<Facts['result-shown']> = {
  title: 'A result can be seen',
  when: 'when the day has come from which the result of a quiz is shown',
  choice: 'when a result that was kept back can be seen',
  isUrgent: false,
  facts: object({ lesson: lessonSchema, sittingId: idSchema }),
  fields: { lesson: 'the title of the quiz' },
  fill: ({ lesson, sittingId }, around) => ({
    lesson: lesson.title,
    link: `${courseLink(around)}/sitting/${sittingId}`,
  }),
  usual: {
    subject: '{lesson}: your result can be seen',
    body: `Hello {learner},

your result of **{lesson}** can be seen now.

[Look at it]({link})

{school}`,
  },
  example: {
    lesson: { id: '018f4e6e-0000-7000-8000-000000000005', title: 'Reach or not?' },
    sittingId: '018f4e6e-0000-7000-8000-000000000006',
  },
};
