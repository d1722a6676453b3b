import { object, string } from 'yup';
import type { Facts } from '../facts';
import { lessonLink, lessonSchema, type Occasion } from '../occasion';

/** What its creator says to whoever comes out of a quiz as they have: the words are theirs. */
export const fromResult: Occasion<Facts['from-result']> = {
  title: 'Words that follow a result',
  when: 'when what a quiz says under "What follows" holds',
  choice: 'what the people who give a course say to my results',
  isUrgent: false,
  facts: object({
    lesson: lessonSchema,
    text: string().max(2000).required(),
    offer: lessonSchema.nullable().defined(),
  }),
  fields: { lesson: 'the title of the quiz', text: 'the words', offer: 'the session that is offered, or nothing' },
  fill: ({ lesson, text, offer }, around) => ({
    ...{ lesson: lesson.title, text },
    offer: offer ? `It is about "${offer.title}".` : '',
    link: lessonLink(around, offer ?? lesson),
  }),
  usual: {
    subject: 'About {lesson}',
    body: `Hello {learner},

{text}

{offer}

[Go there]({link})

{school}`,
  },
  example: {
    lesson: { id: '018f4e6e-0000-7000-8000-000000000005', title: 'Reach or not?' },
    text: 'Look at the film about riffles once more, and take the quiz again.',
    offer: { id: '018f4e6e-0000-7000-8000-000000000006', title: 'An evening by the water' },
  },
};
