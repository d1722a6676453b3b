import { object } from 'yup';
import type { Facts } from '../facts';
import { courseLink, momentSchema, momentText, type Occasion } from '../occasion';

export const accessEnds: Occasion<Facts['access-ends']> = {
  title: 'Access ends',
  when: 'seven days before somebody cannot use the course any more',
  choice: 'before a course of mine ends',
  isUrgent: false,
  facts: object({ endsAt: momentSchema }),
  fields: { end: 'until when the course can be used' },
  fill: ({ endsAt }, around) => ({ end: momentText(endsAt, around.names), link: courseLink(around) }),
  usual: {
    subject: '{course} can be used until {end}',
    body: `Hello {learner},

you can use **{course}** until {end}. What you have done is kept.

[Go on with the course]({link})

{school}`,
  },
  example: { endsAt: Date.UTC(2027, 6, 12, 8) },
};
