import { type Lesson, lessonsBySection, type Outline, type RichText, sectionsOf } from '../outline';
import { outlineColumns } from './table';

/** An outline in the forms it can also be read from. */
const sectionsWithLessons = (outline: Outline) => {
  const lessons = lessonsBySection(outline);
  return sectionsOf(outline).map((section) => ({ section, lessons: lessons.get(section.id) ?? [] }));
};
const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

export const writeLines = (outline: Outline): string =>
  sectionsWithLessons(outline)
    .flatMap(({ section, lessons }) => [oneLine(section.title), ...lessons.map((lesson) => `\t${oneLine(lesson.title)}`)])
    .join('\n');

/** Letters that would begin something in Markdown stand behind a backslash. */
const escaped = (text: string) => oneLine(text).replace(/([\\`*_[\]<>#])/g, '\\$1');

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
      ...lessons.flatMap((lesson) => [`### ${escaped(lesson.title)}`, ...paragraphsOf(outline.text[lesson.id]?.content ?? null).map(escaped)]),
    ])
    .reduce((text, block) => `${text}\n\n${block}`, `# ${escaped(title)}`);

const attribute = (text: string) =>
  text
    .replace(/[&<>"]/g, (letter) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[letter] ?? '')
    .replace(/\n/g, '&#10;')
    // Letters XML has no place for (XML 1.0, 2.2).
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '');

/** OPML 2.0, with what only we know as attributes of our own. */
export function writeOpml(outline: Outline, title: string): string {
  const lessonLine = (lesson: Lesson) =>
    `      <outline text="${attribute(lesson.title)}" kind="${lesson.kind}" state="${lesson.state}"${lesson.minutes === null ? '' : ` minutes="${lesson.minutes}"`}${lesson.note ? ` note="${attribute(lesson.note)}"` : ''}/>`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<opml version="2.0">',
    `  <head><title>${attribute(title)}</title></head>`,
    '  <body>',
    ...sectionsWithLessons(outline).flatMap(({ section, lessons }) => [
      `    <outline text="${attribute(section.title)}">`,
      ...lessons.map(lessonLine),
      '    </outline>',
    ]),
    '  </body>',
    '</opml>',
    '',
  ].join('\n');
}

/** The rows of an outline as a table, the names of its columns first. */
export const writeTable = (outline: Outline): string[][] => [
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
