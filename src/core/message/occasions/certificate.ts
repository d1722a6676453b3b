import { object } from 'yup';
import type { Facts } from '../facts';
import { type Occasion, titleSchema } from '../occasion';

export const certificate: Occasion<Facts['certificate']> = {
  title: 'A certificate is issued',
  when: 'when a certificate is issued, by its rule or by hand',
  choice: 'when I have a certificate',
  isUrgent: false,
  facts: object({ number: titleSchema, token: titleSchema }),
  fields: { number: 'the number of the certificate' },
  fill: ({ number, token }, { address }) => ({ number, link: `${address}/check/${token}` }),
  usual: {
    subject: 'Your certificate for {course}',
    body: `Hello {learner},

you have earned the certificate for **{course}**. Its number is {number}.

[See your certificate]({link}). Whoever has this address can check it.

{school}`,
  },
  example: { number: 'WRS-2027-00042', token: 'example' },
};
