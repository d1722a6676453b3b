import { type AnyObject, number, type ObjectSchema, object, string } from 'yup';
import { idSchema } from '../kernel/ids';
import { dateTimeText, type Names, Temporal } from '../kernel/time';

/** A lesson as a message names it. */
export type NamedLesson = { readonly id: string; readonly title: string };

/** A field comes to words, or to a list of them: that stands below one another where the field stands alone. */
export type FieldValue = string | readonly string[];
export type FieldValues = { readonly [field: string]: FieldValue };

/** For whom and where a message is filled: everything it can say beside what it tells of. */
export type Surroundings = {
  readonly learner: string;
  readonly course: { readonly title: string; readonly slug: string };
  readonly school: string;
  /** Where the school is reached, without a slash at the end. */
  readonly address: string;
  /** The learner's own way of writing dates, and their zone. */
  readonly names: Names;
};

/** A thing that people are told of. `F`: what is known of it when it happens. */
export type Occasion<F> = {
  readonly title: string;
  /** When it is told, to go on from "Sent". */
  readonly when: string;
  /** What learners choose, to go on from "Tell me". */
  readonly choice: string;
  /** It would come too late with others at the end of a day. */
  readonly isUrgent: boolean;
  readonly facts: ObjectSchema<AnyObject>;
  /** The fields that a text of this occasion can hold beside those that every text can, each with what it says. */
  readonly fields: { readonly [field: string]: string };
  readonly fill: (facts: F, around: Surroundings) => FieldValues;
  /** How several of them about one course are told as one; without it, each by itself. */
  readonly together?: (all: readonly F[]) => F;
  /** The text of a school that has written none of its own. */
  readonly usual: { readonly subject: string; readonly body: string };
  /** For previews and tests. */
  readonly example: F;
};

/** Fields that every text can hold. */
export const commonFields: { readonly [field: string]: string } = {
  learner: 'the name of the person it goes to',
  course: 'the title of the course',
  school: 'the name of the school',
  link: 'the address of the page it tells of',
};

export const momentSchema = number().integer().required();
export const titleSchema = string().max(500).required();
export const lessonSchema = object({ id: idSchema, title: titleSchema }).noUnknown();

/** A moment as its reader writes it, with the zone it is meant in: `Mon, 26 Apr 2027, 09:00 (Europe/London)`. */
export const momentText = (ms: number, names: Names): string =>
  `${dateTimeText(Temporal.Instant.fromEpochMilliseconds(ms), names)} (${names.zone})`;

/** Where people choose what they are told. */
export const chooseLink = (address: string): string => `${address}/account#messages`;
export const courseLink = ({ address, course }: Surroundings): string => `${address}/learn/${course.slug}`;
export const lessonLink = (around: Surroundings, lesson: NamedLesson): string => `${courseLink(around)}/${lesson.id}`;
