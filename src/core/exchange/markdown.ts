import { fromMarkdown } from 'mdast-util-from-markdown';
import type { RichText } from '../outline';
import {
  type Branch,
  mostTitle,
  outlineOf,
  type ReadLesson,
  type ReadOutline,
  type ReadSection,
  readLesson,
} from './branches';

/** What of a Markdown tree an outline looks at (mdast, the syntax tree of CommonMark). */
type Node = {
  readonly type: string;
  readonly depth?: number;
  readonly value?: string;
  readonly alt?: string | null;
  readonly children?: readonly Node[];
};

/** The words of a part, without what only says how they look. */
function wordsOf(node: Node): string {
  if (node.type === 'html') return '';
  if (node.value !== undefined) return node.value;
  if (node.type === 'break') return ' ';
  return node.children ? node.children.map(wordsOf).join('') : (node.alt ?? '');
}
const lineOf = (node: Node) => wordsOf(node).replace(/\s+/g, ' ').trim();

const itemsOf = (list: Node): readonly Node[] => (list.children ?? []).filter((node) => node.type === 'listItem');
/** A list item with the lists below it. */
function branchOf(item: Node): Branch {
  const children = item.children ?? [];
  const own = children.filter((node) => node.type !== 'list').map(lineOf);
  return {
    text: own.filter(Boolean).join(' ') || 'Untitled',
    branches: children.filter((node) => node.type === 'list').flatMap((list) => itemsOf(list).map(branchOf)),
  };
}

/** The lines of an item and of what is below it, indented by how deep they lie. */
const linesOf = (branch: Branch, depth = 0): string[] => [
  `${'  '.repeat(depth)}${branch.text}`,
  ...branch.branches.flatMap((one) => linesOf(one, depth + 1)),
];

const paragraph = (text: string): RichText => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const count = (number: number, one: string, many: string) => (number === 1 ? one : many);

/**
 * An outline from Markdown (CommonMark 0.31). The two highest levels of heading in use become sections and
 * lessons, or sections alone when list items below them are the lessons; words below a lesson become its text.
 * One single heading above all others is the title of the whole and makes nothing. Without headings the lists
 * are the outline, and without lists each paragraph is a line.
 */
export function readMarkdown(text: string): ReadOutline {
  const blocks = ((fromMarkdown(text) as Node).children ?? []).filter(
    (node) => !['definition', 'thematicBreak', 'html'].includes(node.type),
  );
  const headings = blocks.flatMap((block) => (block.type === 'heading' ? [block.depth ?? 1] : []));
  if (headings.length === 0)
    return outlineOf(
      blocks
        .flatMap((block) =>
          block.type === 'list' ? itemsOf(block).map(branchOf) : [{ text: lineOf(block), branches: [] }],
        )
        .filter((one) => one.text !== ''),
    );
  const notes: string[] = [];
  const [first] = blocks;
  const least = Math.min(...headings);
  const hasLists = blocks.some((block) => block.type === 'list');
  const isTitle =
    first?.type === 'heading' &&
    first.depth === least &&
    headings.filter((level) => level === least).length === 1 &&
    (new Set(headings).size > 2 || (new Set(headings).size === 2 && hasLists));
  if (isTitle) notes.push(`"${lineOf(first)}" was taken as the title of the whole, and made nothing.`);
  const body = isTitle ? blocks.slice(1) : blocks;
  const levels = [...new Set(body.flatMap((block) => (block.type === 'heading' ? [block.depth ?? 1] : [])))].sort(
    (a, b) => a - b,
  );
  const [sectionLevel = 1, lessonLevel] = levels;

  type Open = { lesson: ReadLesson; words: string[]; notes: string[] };
  const sections: { title: string; lessons: Open[] }[] = [];
  const loose: Open[] = [];
  let open: Open | null = null;
  let untold = 0;
  const begin = (title: string) => {
    const whole = title || 'Untitled';
    open = { lesson: readLesson(whole), words: [], notes: whole.length > mostTitle ? [whole] : [] };
    (sections.at(-1)?.lessons ?? loose).push(open);
  };
  const now = (): Open | null => open;
  for (const block of body) {
    if (block.type === 'heading' && block.depth === sectionLevel) {
      sections.push({ title: (lineOf(block) || 'Untitled').slice(0, mostTitle), lessons: [] });
      open = null;
    } else if (block.type === 'heading' && block.depth === lessonLevel) begin(lineOf(block));
    else if (block.type === 'list' && lessonLevel === undefined) {
      for (const item of itemsOf(block).map(branchOf)) {
        begin(item.text);
        now()?.notes.push(...item.branches.flatMap((one) => linesOf(one)));
      }
    } else {
      const lesson = now();
      // Below a lesson that has a heading of its own, a list belongs to its text.
      const words =
        block.type === 'list'
          ? itemsOf(block)
              .flatMap((item) => linesOf(branchOf(item)))
              .map((line) => `• ${line.trim()}`)
          : [lineOf(block)];
      if (lesson) lesson.words.push(...words.filter(Boolean));
      else if (block.type === 'list') for (const item of itemsOf(block)) begin(branchOf(item).text);
      else untold += 1;
    }
  }
  if (untold > 0)
    notes.push(
      `${untold} ${count(untold, 'paragraph stands', 'paragraphs stand')} above the first lesson and ${count(untold, 'was', 'were')} left out.`,
    );
  const close = ({ lesson, words, notes: below }: Open): ReadLesson => ({
    ...lesson,
    state: words.length > 0 ? 'draft' : 'planned',
    text: words.length > 0 ? { type: 'doc', content: words.map(paragraph) } : null,
    note: below.join('\n').slice(0, 4000),
  });
  return {
    loose: loose.map(close),
    sections: sections.map(({ title, lessons }): ReadSection => ({ title, lessons: lessons.map(close) })),
    notes,
  };
}
