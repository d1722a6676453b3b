import { object, string } from 'yup';
import type { Facts } from '../facts';
import { courseLink, momentSchema, momentText, type Occasion } from '../occasion';

export const enrolled: Occasion<Facts['enrolled']> = {
  title: 'Somebody is enrolled',
  when: 'when somebody is enrolled, or joins with a code',
  choice: 'when I am enrolled in a course',
  isUrgent: false,
  facts: object({ cohort: string().nullable().defined(), startsAt: momentSchema }),
  fields: { cohort: 'the cohort, or “on your own”', start: 'when the course begins for them' },
  fill: ({ cohort, startsAt }, around) => ({
    cohort: cohort ?? 'on your own',
    start: momentText(startsAt, around.names),
    link: courseLink(around),
  }),
  usual: {
    subject: 'You take part in {course}',
    body: `Hello {learner},

you are enrolled in **{course}** ({cohort}). It begins for you on {start}.

[Look at the course]({link})

{school}`,
  },
  example: { cohort: 'Spring cohort', startsAt: Date.UTC(2027, 3, 12, 8) },
};
