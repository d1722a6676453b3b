import { object } from 'yup';
import type { Facts } from '../facts';
import { courseLink, momentSchema, momentText, type Occasion, titleSchema } from '../occasion';

export const seatFree: Occasion<Facts['seat-free']> = {
  title: 'A seat is free',
  when: 'when somebody who waited for a seat gets it',
  choice: 'when a seat I wait for is mine',
  isUrgent: true,
  facts: object({ cohort: titleSchema, startsAt: momentSchema }),
  fields: { cohort: 'the cohort', start: 'when the course begins for them' },
  fill: ({ cohort, startsAt }, around) => ({
    cohort,
    start: momentText(startsAt, around.names),
    link: courseLink(around),
  }),
  usual: {
    subject: 'You have a seat in {cohort}',
    body: `Hello {learner},

a seat was free in **{cohort}** of {course}, and it is yours. It begins for you on {start}.

[Look at the course]({link})

{school}`,
  },
  example: { cohort: 'Six on the wall', startsAt: Date.UTC(2027, 3, 12, 8) },
};
