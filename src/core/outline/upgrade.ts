import { readAward } from '../certificate';
import { checkBody, type QuestionKind } from '../quiz';
import { type CourseDocument, courseDocumentSchema, documentVersion, type LessonDocument } from './document';
import { usualDoneRule } from './kinds';
import { textFacts } from './minutes';
import { usualSettings } from './settings';
import { noText } from './types';

/**
 * Editions never change, so a stored document stays in the version of its time for ever. It is brought to
 * today's when it is read, one named step after the other; each step says what a document of its version
 * meant by what it could not yet say.
 */
type Fields = { readonly [field: string]: unknown };
type Stored = Fields & {
  readonly version: number;
  readonly course: Fields;
  readonly sections: readonly (Fields & {
    readonly lessons: readonly (Fields & { readonly questions?: readonly Fields[] })[];
  })[];
};

const upgrades: { readonly [version: number]: (stored: Stored) => Stored } = {
  1: questionsHaveBodies,
  2: plansHaveEnds,
  3: questionsSayMore,
  4: questionsShow,
  5: looksAreDesigns,
};

/** A stored document as documents are today. Throws in words on one that is none, or newer than this program. */
export function upgradeDocument(stored: unknown): CourseDocument {
  let document = withLaterFields(stored as Stored);
  while (document.version < documentVersion) {
    const upgrade = upgrades[document.version];
    if (!upgrade)
      throw new Error(`There is no way from version ${document.version} of the course document to the next.`);
    document = upgrade(document);
  }
  courseDocumentSchema.validateSync(document);
  for (const question of document.sections
    .flatMap(({ lessons }) => lessons)
    .flatMap(({ questions = [] }) => questions)) {
    const body = checkBody(question.kind as QuestionKind, question.body);
    if (!body.ok) throw new Error(`A question of this document cannot be read: ${body.problem.sentence}`);
  }
  // Its skeleton and its questions have been checked; the rest was, field by field, when it was composed.
  return document as unknown as CourseDocument;
}

/** Version 1 to 2: what a question of its kind holds stands in its body. */
function questionsHaveBodies(stored: Stored): Stored {
  const withBody = ({ options, value, tolerance, unit, ...question }: Fields): Fields => ({
    ...question,
    body: question.kind === 'number' ? { value, tolerance, unit } : { options },
  });
  return {
    ...stored,
    version: 2,
    sections: stored.sections.map((section) => ({
      ...section,
      lessons: section.lessons.map((lesson) => ({ ...lesson, questions: (lesson.questions ?? []).map(withBody) })),
    })),
  };
}

/**
 * Version 2 to 3: a rhythm names its step, and what opens can close again; nothing did, access had no end, and there
 * were no live sessions.
 */
function plansHaveEnds(stored: Stored): Stored {
  return {
    ...stored,
    version: 3,
    course: {
      ...stored.course,
      rhythm: withStep(stored.course.rhythm),
      access: null,
      accessNote: '',
      countdown: 'days',
    },
    sections: stored.sections.map((section) => ({
      ...section,
      closes: null,
      lessons: section.lessons.map((lesson) => ({ ...lesson, closes: null, live: null })),
    })),
  };
}

/**
 * Version 3 to 4: questions have a hint, feedback for a part, and a place where they are taught, and may be of the bank,
 * from which quizzes draw; none had, and none did.
 */
function questionsSayMore(stored: Stored): Stored {
  return {
    ...stored,
    version: 4,
    sections: stored.sections.map((section) => ({
      ...section,
      lessons: section.lessons.map((lesson) => ({
        ...lesson,
        pools: {},
        questions: (lesson.questions ?? []).map((question) => ({
          ...question,
          bankId: null,
          bankVersion: null,
          category: '',
          hint: '',
          feedbackPart: '',
          taught: null,
        })),
      })),
    })),
  };
}

/** Version 4 to 5: something may be shown or played with a question; nothing was. */
function questionsShow(stored: Stored): Stored {
  const showing = (question: object) => ({ media: null, ...question });
  return {
    ...stored,
    version: 5,
    sections: stored.sections.map((section) => ({
      ...section,
      lessons: section.lessons.map((lesson) => ({
        ...lesson,
        pools: Object.fromEntries(
          Object.entries((lesson.pools ?? {}) as { [id: string]: readonly object[] }).map(([id, pool]) => [
            id,
            pool.map(showing),
          ]),
        ),
        questions: (lesson.questions ?? []).map(showing),
      })),
    })),
  };
}

/** A rhythm had one weekday of every so many weeks. */
function withStep(rhythm: unknown): unknown {
  if (!rhythm) return null;
  const { weeks, weekday, ...rest } = rhythm as Fields;
  return { ...rest, begins: [], every: { by: 'weeks', count: weeks, weekdays: [weekday] } };
}

/**
 * Before the gap could be set, the second part opened on the first weekday of the rhythm that lay a step less a week
 * after the start.
 */
const withGap = (rhythm: { readonly weeks: number; readonly gap?: number } | null) =>
  rhythm && 'weeks' in rhythm ? { ...rhythm, gap: rhythm.gap ?? 7 * (rhythm.weeks - 1) + 1 } : rhythm;

/** Before files had versions, each had one; and before there were time lines, nobody looked at how loud they are. */
const withVersion = (facts: unknown) => (facts ? { version: 1, waveHash: null, ...(facts as Fields) } : null);

/** Version 5 to 6: how a certificate looks is a design of the school, and no longer words and colours of the course. */
function looksAreDesigns(stored: Stored): Stored {
  return { ...stored, version: 6, course: { ...stored.course, award: readAward(stored.course.award) } };
}

/**
 * Fields that came while documents were still of version 1, with what their absence meant: no outcomes, nothing needed
 * first, the usual settings.
 */
function withLaterFields(stored: Stored): Stored {
  return {
    ...stored,
    outcomes: stored.outcomes ?? [],
    course: {
      notAbout: '',
      ...stored.course,
      settings: { ...usualSettings, ...((stored.course.settings ?? {}) as object) },
      rhythm: withGap((stored.course.rhythm ?? null) as Parameters<typeof withGap>[0]),
    },
    sections: stored.sections.map((section) => ({
      ...section,
      lessons: section.lessons.map((lesson) => ({
        needs: [],
        password: '',
        pictureId: null,
        attachments: [],
        chapters: [],
        link: '',
        sample: false,
        outcomes: [],
        asks: '',
        written: lesson.text ? textFacts(lesson.text as LessonDocument['text']) : noText,
        ...lesson,
        media: withVersion(lesson.media),
        pictures: Object.fromEntries(
          Object.entries((lesson.pictures ?? {}) as Fields).map(([id, facts]) => [id, withVersion(facts)]),
        ),
        done: lesson.done ?? usualDoneRule(lesson as unknown as LessonDocument),
        questions: (lesson.questions ?? []).map((question) => ({
          ...question,
          moment: question.moment ?? null,
          outcomes: question.outcomes ?? [],
        })),
      })),
    })),
  };
}
