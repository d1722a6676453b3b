import { array, boolean, object } from 'yup';
import { counted } from '../../kernel/words';
import type { Facts } from '../facts';
import { courseLink, lessonLink, lessonSchema, type Occasion } from '../occasion';

const first = { id: '018f4e6e-0000-7000-8000-000000000001', title: 'Reading a riffle' };
const second = { id: '018f4e6e-0000-7000-8000-000000000002', title: 'The float method' };

export const opens: Occasion<Facts['opens']> = {
  title: 'A lesson opens',
  when: 'when lessons open by their time or by hand; several at once in one message',
  choice: 'when lessons open',
  isUrgent: false,
  facts: object({ lessons: array().of(lessonSchema).min(1).required(), wished: boolean().required() }),
  fields: {
    lessons: 'what opens; alone on its line, as a list',
    opened: 'the title of the lesson, or how many lessons',
  },
  fill: ({ lessons }, around) => ({
    lessons: lessons.map(({ title }) => title),
    opened: lessons.length === 1 ? (lessons[0]?.title ?? '') : counted(lessons.length, 'lesson'),
    link: lessons.length === 1 && lessons[0] ? lessonLink(around, lessons[0]) : courseLink(around),
  }),
  together: (all) => ({
    lessons: [...new Map(all.flatMap(({ lessons }) => lessons).map((one) => [one.id, one])).values()],
    wished: all.some(({ wished }) => wished),
  }),
  usual: {
    subject: 'Open for you: {opened}',
    body: `Hello {learner},

this has opened for you in **{course}**:

{lessons}

[Go on]({link})

{school}`,
  },
  example: { lessons: [first, second], wished: false },
};
