import { boolean, object } from 'yup';
import type { Facts } from '../facts';
import { lessonLink, lessonSchema, type Occasion } from '../occasion';

/** The mark itself stands on the page: mail is read by more people than the one it goes to. */
export const marked: Occasion<Facts['marked']> = {
  title: 'Work is marked',
  when: 'when handed-in work has been marked, and again when its mark is changed',
  choice: 'when my work is marked',
  isUrgent: false,
  facts: object({ lesson: lessonSchema, again: boolean().required() }),
  fields: { lesson: 'the title of the assignment', marked: '“marked”, or “marked again”' },
  fill: ({ lesson, again }, around) => ({
    lesson: lesson.title,
    marked: again ? 'marked again' : 'marked',
    link: lessonLink(around, lesson),
  }),
  usual: {
    subject: '{lesson} is {marked}',
    body: `Hello {learner},

your work for **{lesson}** has been {marked}.

[See the mark and the remarks]({link})

{school}`,
  },
  example: { lesson: { id: '018f4e6e-0000-7000-8000-000000000004', title: 'Survey report' }, again: false },
};
