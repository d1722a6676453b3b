import type { LessonKind, LessonState, Medium, RichText } from '../outline';

/**
 * An outline as it comes from outside: lines with lines below them, whatever the format was. Two levels
 * become sections and lessons; what lies deeper is kept as the note of its lesson, so nothing is lost.
 */
export type Branch = {
  readonly text: string;
  readonly note?: string;
  /** What a file of our own tells of a lesson. */
  readonly lesson?: Partial<ReadLesson>;
  /** Said to be a section, also while nothing is in it. */
  readonly isSection?: boolean;
  readonly branches: readonly Branch[];
};

/** A lesson as far as a file tells it. */
export type ReadLesson = {
  readonly title: string;
  readonly kind: LessonKind;
  readonly state: LessonState;
  readonly minutes: number | null;
  readonly asks: string;
  readonly mediums: readonly Medium[];
  readonly note: string;
  readonly text: RichText | null;
};
export type ReadSection = { readonly title: string; readonly lessons: readonly ReadLesson[] };
/**
 * What a file or a paste holds: lessons without a section come first. `notes` say what was done that nobody would
 * expect.
 */
export type ReadOutline = {
  readonly loose: readonly ReadLesson[];
  readonly sections: readonly ReadSection[];
  readonly notes: readonly string[];
};

export const mostTitle = 200;
const blank = {
  kind: 'reading',
  state: 'planned',
  minutes: null,
  asks: '',
  mediums: [],
  note: '',
  text: null,
} as const;

/** A lesson as it was read from outside: a title, and whatever else there was. */
export const readLesson = (title: string, rest: Partial<ReadLesson> = {}): ReadLesson => ({
  ...blank,
  ...rest,
  title: title.slice(0, mostTitle),
});

const deeper = (branch: Branch, depth = 0): string[] => [
  `${'  '.repeat(depth)}${branch.text}`,
  ...branch.branches.flatMap((one) => deeper(one, depth + 1)),
];

/** A title that is too long keeps its beginning; the whole of it goes to the note. */
function lessonOf(branch: Branch): ReadLesson {
  const note = [
    branch.text.length > mostTitle ? branch.text : '',
    branch.note ?? '',
    ...branch.branches.flatMap((one) => deeper(one)),
  ]
    .filter(Boolean)
    .join('\n');
  return readLesson(branch.text, { ...branch.lesson, note: note.slice(0, 4000) });
}

/** Sections and lessons from lines. Lines of one level alone are lessons. */
export function outlineOf(branches: readonly Branch[]): ReadOutline {
  const notes: string[] = [];
  const long = branches
    .flatMap((branch) => [branch, ...branch.branches])
    .filter((branch) => branch.text.length > mostTitle).length;
  if (long > 0)
    notes.push(
      `${long} ${long === 1 ? 'title was' : 'titles were'} longer than ${mostTitle} characters; the whole of it stands in the note.`,
    );
  if (branches.every((branch) => branch.branches.length === 0 && !branch.isSection))
    return { loose: branches.map(lessonOf), sections: [], notes };
  const deep = branches.some((section) => section.branches.some((lesson) => lesson.branches.length > 0));
  if (deep) notes.push('Lines below a lesson went into its note.');
  return {
    loose: [],
    sections: branches.map((section) => ({
      title: section.text.slice(0, mostTitle),
      lessons: section.branches.map(lessonOf),
    })),
    notes,
  };
}

/** How many sections and lessons an outline from outside has. */
export const countOf = ({ loose, sections }: ReadOutline) => ({
  sections: sections.length,
  lessons: loose.length + sections.reduce((total, section) => total + section.lessons.length, 0),
});
