import { object, string } from 'yup';

/** An answer in a learner's own letters. */
export type TypedAnswer = { readonly typed: string };
export const typedSchema = object({ typed: string().max(200, 'Write at most 200 characters.').defined() }).noUnknown();
/** Whether anything was typed but blanks. */
export const isTyped = ({ typed }: TypedAnswer) => typed.trim() !== '';
