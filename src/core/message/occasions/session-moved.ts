import { object } from 'yup';
import type { Facts } from '../facts';
import { lessonLink, lessonSchema, momentSchema, momentText, type Occasion } from '../occasion';

export const sessionMoved: Occasion<Facts['session-moved']> = {
  title: 'A session is moved',
  when: 'when a live session that is still to come gets another time, or does not take place',
  choice: 'when a live session is moved',
  isUrgent: true,
  facts: object({ lesson: lessonSchema, from: momentSchema, to: momentSchema.nullable().defined() }),
  fields: { lesson: 'the title of the session', before: 'when it was to begin', now: 'when it begins instead' },
  fill: ({ lesson, from, to }, around) => ({
    lesson: lesson.title,
    before: momentText(from, around.names),
    now: to === null ? 'it does not take place' : momentText(to, around.names),
    link: lessonLink(around, lesson),
  }),
  usual: {
    subject: 'Another time for {lesson}',
    body: `Hello {learner},

**{lesson}** was to meet on {before}. Now: **{now}**.

[Look at the session]({link})

{school}`,
  },
  example: {
    lesson: { id: '018f4e6e-0000-7000-8000-000000000003', title: 'Field clinic: flow' },
    from: Date.UTC(2027, 3, 14, 17, 30),
    to: Date.UTC(2027, 3, 15, 18, 0),
  },
};
