import { type Lesson, lessonsBySection, type Outline, type RichText, sectionsOf } from '../outline';
import { looksLikeList } from './lines';
import { guarded, outlineColumns } from './table';

/** An outline in the forms it can also be read from. */
const sectionsWithLessons = (outline: Outline) => {
  const lessons = lessonsBySection(outline);
  return sectionsOf(outline).map((section) => ({ section, lessons: lessons.get(section.id) ?? [] }));
};
const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

/** An outline as lines with tabulators, its sections at the margin. */
export const writeLines = (outline: Outline): string =>
  sectionsWithLessons(outline)
    .flatMap(({ section, lessons }) => [asLine(section.title), ...lessons.map((lesson) => `\t${asLine(lesson.title)}`)])
    .join('\n');

/** A title that looks like an item of a list stands behind what a reader takes away. */
function asLine(title: string): string {
  const line = oneLine(title);
  return looksLikeList(line) ? `- [ ] ${line}` : line;
}

/**
 * Letters that could begin something in Markdown stand behind a backslash; any of these signs may (CommonMark 0.31,
 * 2.4).
 */
const escaped = (text: string) => oneLine(text).replace(/([!-/:-@[-`{-~])/g, '\\$1');

const paragraphsOf = (text: RichText | null): string[] => {
  if (!text) return [];
  const words = (node: RichText): string => node.text ?? (node.content ?? []).map(words).join('');
  const isBlock = text.content?.some((node) => node.text !== undefined) ?? false;
  if (isBlock) return [words(text)];
  return (text.content ?? []).flatMap(paragraphsOf);
};

/** The title, sections and lessons as headings, the texts of lessons as paragraphs below them. */
export const writeMarkdown = (outline: Outline, title: string): string =>
  sectionsWithLessons(outline)
    .flatMap(({ section, lessons }) => [
      `## ${escaped(section.title)}`,
      ...lessons.flatMap((lesson) => [
        `### ${escaped(lesson.title)}`,
        ...paragraphsOf(outline.text[lesson.id]?.content ?? null).map(escaped),
      ]),
    ])
    .reduce((text, block) => `${text}\n\n${block}`, `# ${escaped(title)}`);

const attribute = (text: string) =>
  text
    .replace(/[&<>"]/g, (letter) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[letter] ?? '')
    .replace(/[\t\n\r]/g, (letter) => `&#${letter.charCodeAt(0)};`)
    // Letters XML has no place for (XML 1.0, 2.2).
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '');

/** OPML 2.0, with what only we know as attributes of our own. */
export function writeOpml(outline: Outline, title: string): string {
  const lessonLine = (lesson: Lesson) =>
    `      <outline ${Object.entries({
      text: lesson.title,
      kind: lesson.kind,
      state: lesson.state,
      minutes: lesson.minutes === null ? '' : String(lesson.minutes),
      asks: lesson.asks,
      mediums: lesson.mediums.join(', '),
      _note: lesson.note,
    })
      .filter(([, value]) => value !== '')
      .map(([name, value]) => `${name}="${attribute(value)}"`)
      .join(' ')}/>`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<opml version="2.0">',
    `  <head><title>${attribute(title)}</title></head>`,
    '  <body>',
    ...sectionsWithLessons(outline).flatMap(({ section, lessons }) => [
      `    <outline text="${attribute(section.title)}" is="section">`,
      ...lessons.map(lessonLine),
      '    </outline>',
    ]),
    '  </body>',
    '</opml>',
    '',
  ].join('\n');
}

/** The rows of an outline as a table, the names of its columns first. */
export const writeTable = (outline: Outline): string[][] => rowsOf(outline).map((row) => row.map(guarded));

const rowsOf = (outline: Outline): string[][] => [
  [...outlineColumns],
  ...sectionsWithLessons(outline).flatMap(({ section, lessons }) =>
    lessons.length === 0
      ? [[section.title, '', '', '', '', '', '', '']]
      : lessons.map((lesson) => [
          section.title,
          lesson.title,
          lesson.kind,
          lesson.state,
          lesson.minutes === null ? '' : String(lesson.minutes),
          lesson.asks,
          lesson.mediums.join(', '),
          lesson.note,
        ]),
  ),
];
