import { array, boolean, mixed, number, object, string } from 'yup';
import type { MediaFacts } from '../media';
import { mediaNamed, type Pools, questionKinds } from '../quiz';
import type { MinutesFacts } from './minutes';
import { doneRuleOf, downloadsOf } from './settings';
import {
  type Attachment,
  byOrder,
  type Course,
  courseOf,
  type Lesson,
  lessonsBySection,
  type Outcome,
  type Outline,
  outcomesOf,
  type Question,
  type RichText,
  type Section,
  sectionsOf,
  textOf,
} from './types';

/** Grows when the shape of the document changes; how older ones are read, see `upgradeDocument`. */
export const documentVersion = 6;

/**
 * A course as learners get it: a whole, in order, with everything it needs to be shown and nothing
 * that can change later. An edition is such a document; so is what "View as learner" shows of the
 * working copy. `version` grows when the shape changes, and each step has a named migration.
 */
export type CourseDocument = {
  readonly format: 'mosaik-course';
  readonly version: typeof documentVersion;
  readonly course: Course;
  readonly outcomes: readonly Outcome[];
  readonly sections: readonly SectionDocument[];
};
export type SectionDocument = Section & { readonly lessons: readonly LessonDocument[] };
export type LessonDocument = Omit<Lesson, 'note' | 'mediums' | 'downloads' | 'attachments'> & {
  readonly downloads: boolean;
  readonly text: RichText | null;
  /** Worked out when the document is composed, so that it is the same for everybody. */
  readonly learnerMinutes: number;
  readonly media: MediaFacts | null;
  /** The picture above the text, and whatever of the library stands in it or is shown with a question, by media id. */
  readonly pictures: { readonly [mediaId: string]: MediaFacts };
  readonly attachments: readonly (Attachment & { readonly media: MediaFacts })[];
  readonly questions: readonly Question[];
  /** What each draw of its quiz can take from, by the id of the draw: as the bank was when this was composed. */
  readonly pools: Pools<Question>;
};

const stored = object({ id: string().required(), order: string().required(), title: string().defined() });

/** Checks the skeleton of a stored or imported document; field by field rules live with the edits. */
export const courseDocumentSchema = object({
  format: string().oneOf(['mosaik-course']).required(),
  version: number().oneOf([documentVersion]).required(),
  course: object({
    id: string().required(),
    slug: string().required(),
    title: string().required(),
    zone: string().required(),
  }).required(),
  sections: array()
    .of(
      stored.shape({
        opens: mixed().nullable().defined(),
        closes: mixed().nullable().defined(),
        lessons: array()
          .of(
            stored.shape({
              sectionId: string().required(),
              kind: string().required(),
              required: boolean().required(),
              learnerMinutes: number().min(0).required(),
              questions: array()
                .of(
                  object({
                    id: string().required(),
                    kind: string().oneOf(questionKinds).required(),
                    prompt: string().defined(),
                    points: number().min(0).required(),
                    body: object().required(),
                  }),
                )
                .required(),
            }),
          )
          .required(),
      }),
    )
    .required(),
});

/**
 * The sections and lessons of a working copy that an edition has: planned lessons have nothing to show yet and
 * are left out, and sections left without lessons go with them. Whatever is said about when lessons open is
 * said about these, or it would not be what learners get.
 */
export function releasedSections(outline: Outline): (Section & { readonly lessons: readonly Lesson[] })[] {
  const lessons = lessonsBySection(outline);
  return sectionsOf(outline)
    .map((section) => ({
      ...section,
      lessons: (lessons.get(section.id) ?? []).filter((lesson) => lesson.state !== 'planned'),
    }))
    .filter((section) => section.lessons.length > 0);
}

/** Composes the document of a course from its released sections. */
export function compose(
  outline: Outline,
  media: ReadonlyMap<string, MediaFacts>,
  minutes: (lesson: MinutesFacts) => number,
  pools: Pools<Question> = {},
): CourseDocument {
  const course = courseOf(outline);
  const questions = new Map<string, Question[]>();
  for (const question of Object.values(outline.question)) {
    questions.set(question.lessonId, [...(questions.get(question.lessonId) ?? []), question]);
  }
  const poolsOf = ({ quiz }: Pick<Lesson, 'quiz'>) =>
    Object.fromEntries((quiz?.draws ?? []).map(({ id }) => [id, pools[id] ?? []]));
  // What creators write to each other is no part of what learners get.
  const document = ({ note: _note, mediums: _mediums, ...lesson }: Lesson): LessonDocument => ({
    ...lesson,
    text: textOf(outline, lesson.id),
    // What a lesson takes over from its course is settled here, once.
    done: doneRuleOf(course, lesson).value,
    downloads: downloadsOf(course, lesson).value,
    learnerMinutes: minutes(lesson),
    media: (lesson.mediaId && media.get(lesson.mediaId)) || null,
    pictures: Object.fromEntries(
      [
        ...mediaIn(textOf(outline, lesson.id)),
        ...(lesson.pictureId ? [lesson.pictureId] : []),
        ...mediaNamed(questions.get(lesson.id) ?? []),
        ...mediaNamed(poolsOf(lesson)),
      ].flatMap((id) => {
        const facts = media.get(id);
        return facts ? [[id, facts]] : [];
      }),
    ),
    attachments: lesson.attachments.flatMap((one) => {
      const facts = media.get(one.mediaId);
      return facts ? [{ ...one, media: facts }] : [];
    }),
    questions: (questions.get(lesson.id) ?? []).sort(byOrder),
    pools: poolsOf(lesson),
  });
  return {
    format: 'mosaik-course',
    version: documentVersion,
    course,
    outcomes: outcomesOf(outline),
    sections: releasedSections(outline).map((section) => ({ ...section, lessons: section.lessons.map(document) })),
  };
}

/** Ids of the things of the library a text shows: pictures, and whatever else stands in it. */
export function mediaIn(text: RichText | null): string[] {
  if (!text) return [];
  const shows = text.type === 'image' || text.type === 'media';
  const own = shows && typeof text.attrs?.mediaId === 'string' ? [text.attrs.mediaId] : [];
  return [...own, ...(text.content ?? []).flatMap(mediaIn)];
}

const lessonsKnown = new WeakMap<CourseDocument, readonly LessonDocument[]>();

/** The lessons of an edition, in the order of the course. Asked for again and again, and put together once. */
export function lessonsOf(document: CourseDocument): readonly LessonDocument[] {
  let lessons = lessonsKnown.get(document);
  if (!lessons) {
    lessons = document.sections.flatMap((section) => section.lessons);
    lessonsKnown.set(document, lessons);
  }
  return lessons;
}

/** A lesson of an edition by its id; undefined where it is none of its lessons. */
export const findLesson = (document: CourseDocument, id: string): LessonDocument | undefined =>
  lessonsOf(document).find((lesson) => lesson.id === id);

/** `"2.1"`: where a lesson stands in its course. */
export function numberOf(document: CourseDocument, lessonId: string): string {
  for (const [s, section] of document.sections.entries()) {
    const l = section.lessons.findIndex((lesson) => lesson.id === lessonId);
    if (l >= 0) return `${s + 1}.${l + 1}`;
  }
  return '';
}
