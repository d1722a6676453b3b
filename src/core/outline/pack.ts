import { same } from '../kernel/change';
import { newLesson, newQuestion } from './make';
import type { Outline } from './types';

/**
 * An outline as it travels to a browser: of each lesson and question only what differs from a new one.
 * A course of 1,000 lessons shrinks to a third.
 */
export type PackedOutline = Omit<Outline, 'lesson' | 'question'> & {
  readonly lesson: readonly object[];
  readonly question: readonly object[];
};

const plainLesson = newLesson('', '', '', '', 'reading');
const plainQuestion = newQuestion('', '', '', 'number');

const differing = (record: object, plain: object) =>
  Object.fromEntries(
    Object.entries(record).filter(([field, value]) => !same(value, (plain as Record<string, unknown>)[field])),
  );
const whole = <T extends { readonly id: string }>(packed: readonly object[], plain: T): { readonly [id: string]: T } =>
  Object.fromEntries(packed.map((part) => ({ ...plain, ...part })).map((record) => [record.id, record]));

/** An outline as it is sent: short where most records are alike. */
export const packOutline = (outline: Outline): PackedOutline => ({
  ...outline,
  lesson: Object.values(outline.lesson).map((lesson) => differing(lesson, plainLesson)),
  question: Object.values(outline.question).map((question) => differing(question, plainQuestion)),
});

/** The outline that was packed, equal in every field. */
export const unpackOutline = (packed: PackedOutline): Outline => ({
  ...packed,
  lesson: whole(packed.lesson, plainLesson),
  question: whole(packed.question, plainQuestion),
});
