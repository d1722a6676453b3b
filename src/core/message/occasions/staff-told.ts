import { object, string } from 'yup';
import type { Facts } from '../facts';
import { lessonSchema, type Occasion, titleSchema } from '../occasion';

/** Tells the people who give a course of a learner, as a quiz of it says. */
export const staffTold: Occasion<Facts['staff-told']> = {
  title: 'A learner to look at',
  when: 'to the people who give the course, when what a quiz says under "What follows" holds',
  choice: 'when a quiz of mine says that I should look at somebody',
  isUrgent: false,
  facts: object({ lesson: lessonSchema, about: titleSchema, text: string().max(2000).required() }),
  fields: { lesson: 'the title of the quiz', about: 'the name of the learner it is about', text: 'the words' },
  fill: ({ lesson, about, text }, { address, course }) => ({
    ...{ lesson: lesson.title, about, text },
    link: `${address}/c/${course.slug}/run?find=${encodeURIComponent(about)}`,
  }),
  usual: {
    subject: '{about}: {lesson}',
    body: `Hello {learner},

it is about **{about}**, after "{lesson}":

{text}

[Look at it]({link})

{school}`,
  },
  example: {
    lesson: { id: '018f4e6e-0000-7000-8000-000000000005', title: 'Reach or not?' },
    about: 'Ada Winter',
    text: 'Not passed at the third attempt. Please give her a call.',
  },
};
