import { object, string } from 'yup';
import { idSchema } from '../kernel/ids';

/** A picture of the library of the school, with its words for those who cannot see it. */
export type QuestionPicture = { readonly mediaId: string; readonly alt: string };

export const questionMediaKinds = ['picture', 'audio', 'film'] as const;
/** What is shown or played with a question; its words are its name where it is no picture. */
export type QuestionMedia = QuestionPicture & { readonly kind: (typeof questionMediaKinds)[number] };

const fields = {
  mediaId: idSchema,
  alt: string().max(500, 'Keep the words of a picture under 500 characters.').defined(),
};

/** What an option plays: a recording or a film. */
export type PlayedMedia = QuestionMedia & { readonly kind: 'audio' | 'film' };

export const questionPictureSchema = object(fields).noUnknown();
export const questionMediaSchema = object({ ...fields, kind: string().oneOf(questionMediaKinds).required() })
  .noUnknown()
  .nullable()
  .defined();

export const playedMediaSchema = object({
  ...fields,
  kind: string()
    .oneOf(['audio', 'film'] as const)
    .required(),
}).noUnknown();

/** The ids of all files that a question, or a part of one, names. */
export function mediaNamed(value: unknown): readonly string[] {
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, one]) =>
    name === 'mediaId' && typeof one === 'string' ? [one] : mediaNamed(one),
  );
}
