import { object } from 'yup';
import { counted } from '../../kernel/words';
import type { Facts } from '../facts';
import { lessonLink, lessonSchema, momentSchema, momentText, type Occasion } from '../occasion';

export const sessionSoon: Occasion<Facts['session-soon']> = {
  title: 'A session comes up',
  when: 'a day before a live session, and an hour before it',
  choice: 'before a live session',
  isUrgent: true,
  facts: object({ lesson: lessonSchema, startsAt: momentSchema, minutes: momentSchema }),
  fields: { lesson: 'the title of the session', time: 'when it begins', length: 'how long it takes' },
  fill: ({ lesson, startsAt, minutes }, around) => ({
    lesson: lesson.title,
    time: momentText(startsAt, around.names),
    length: counted(minutes, 'minute'),
    link: lessonLink(around, lesson),
  }),
  usual: {
    subject: '{lesson}: {time}',
    body: `Hello {learner},

**{lesson}** meets on {time} and takes {length}.

[Go to the session]({link})

{school}`,
  },
  example: {
    lesson: { id: '018f4e6e-0000-7000-8000-000000000003', title: 'Field clinic: flow' },
    startsAt: Date.UTC(2027, 3, 14, 17, 30),
    minutes: 60,
  },
};
