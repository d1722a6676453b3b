import type { RichText } from '../outline';
import { outlineOf, type ReadLesson, type ReadOutline, type ReadSection, readLesson } from './branches';
import { branchesOf, linesOf } from './lines';

type Block =
  | { readonly heading: number; readonly text: string }
  | { readonly item: true; readonly indent: number; readonly text: string }
  | { readonly words: string };

const hide = (letter: string) => String.fromCharCode(0xe000 + letter.charCodeAt(0));
const unhide = (text: string) => text.replace(/[\ue020-\ue07f]/g, (letter) => String.fromCharCode(letter.charCodeAt(0) - 0xe000));

/** Marks of emphasis, code and links are how words look; a link keeps its words. Behind a backslash a letter is itself. */
const plain = (text: string) =>
  unhide(
    text
      .replace(/\\([!-/:-@[-`{-~])/g, (_, letter: string) => hide(letter))
      .replace(/!?\[([^\]]*)\]\([^)]*\)/g, '$1')
      .replace(/(\*\*|__|`)(.+?)\1/g, '$2')
      .replace(/(^|\W)[*_](\S.*?)[*_](?=\W|$)/g, '$1$2')
      .trim(),
  );

/** Headings, list items and paragraphs, in order (CommonMark, as far as an outline needs it). */
function blocksOf(text: string): Block[] {
  const blocks: Block[] = [];
  let words: string[] = [];
  let fence: string | null = null;
  const flush = () => {
    if (words.length > 0) blocks.push({ words: words.join(' ') });
    words = [];
  };
  for (const line of text.split(/\r\n|\r|\n/)) {
    const mark = /^\s*(```+|~~~+)/.exec(line)?.[1] ?? null;
    if (mark !== null && (fence === null || mark.startsWith(fence))) {
      fence = fence === null ? mark.slice(0, 3) : null;
      continue;
    }
    const heading = fence === null ? /^ {0,3}(#{1,6})\s+(.*?)(?:\s+#+)?\s*$/.exec(line) : null;
    const item = fence === null ? /^(\s*)(?:[-*+]|\d+[.)])\s+(.*)$/.exec(line) : null;
    if (line.trim() === '') flush();
    else if (heading) {
      flush();
      blocks.push({ heading: heading[1]?.length ?? 1, text: plain(heading[2] ?? '') });
    } else if (item) {
      flush();
      blocks.push({ item: true, indent: (item[1] ?? '').replaceAll('\t', '    ').length, text: plain(item[2] ?? '') });
    } else words.push(fence === null ? plain(line) : line);
  }
  flush();
  return blocks;
}

const paragraph = (text: string): RichText => ({ type: 'paragraph', content: [{ type: 'text', text }] });

/**
 * An outline from Markdown. The two highest levels of heading in use become sections and lessons, or
 * sections alone when list items below them are the lessons; words below a lesson become its text. One
 * single heading above all others is the title of the whole and makes nothing.
 */
export function readMarkdown(text: string): ReadOutline {
  const blocks = blocksOf(text);
  const headings = blocks.flatMap((block) => ('heading' in block ? [block.heading] : []));
  if (headings.length === 0) return outlineOf(branchesOf(linesOf(text)));
  const notes: string[] = [];
  const [first] = blocks;
  const least = Math.min(...headings);
  const hasLists = blocks.some((block) => 'item' in block);
  const isTitle =
    first !== undefined &&
    'heading' in first &&
    first.heading === least &&
    headings.filter((level) => level === least).length === 1 &&
    (new Set(headings).size > 2 || (new Set(headings).size === 2 && hasLists));
  if (isTitle && 'text' in first) notes.push(`"${first.text}" was taken as the title of the whole, and made nothing.`);
  const body = isTitle ? blocks.slice(1) : blocks;
  const levels = [...new Set(body.flatMap((block) => ('heading' in block ? [block.heading] : [])))].sort((a, b) => a - b);
  const [sectionLevel = 1, lessonLevel] = levels;

  type Open = { lesson: ReadLesson; words: string[]; notes: string[] };
  const sections: { title: string; lessons: Open[] }[] = [];
  const loose: Open[] = [];
  let open: Open | null = null;
  let untold = 0;
  const begin = (title: string) => {
    open = { lesson: readLesson(title || 'Untitled'), words: [], notes: [] };
    (sections.at(-1)?.lessons ?? loose).push(open);
  };
  const now = (): Open | null => open;
  for (const block of body) {
    if ('heading' in block) {
      if (block.heading === sectionLevel) {
        sections.push({ title: (block.text || 'Untitled').slice(0, 200), lessons: [] });
        open = null;
      } else if (block.heading === lessonLevel) begin(block.text);
      else now()?.words.push(block.text);
    } else if ('item' in block) {
      // Below a lesson that has a heading of its own, a list belongs to its text.
      if (lessonLevel !== undefined) {
        const lesson = now();
        if (lesson) lesson.words.push(`• ${block.text}`);
        else begin(block.text);
      } else if (block.indent > 1 && now()) now()?.notes.push(`${' '.repeat(block.indent - 2)}${block.text}`);
      else begin(block.text);
    } else {
      const lesson = now();
      if (lesson) lesson.words.push(block.words);
      else untold += 1;
    }
  }
  if (untold > 0)
    notes.push(`${untold} ${untold === 1 ? 'paragraph stands' : 'paragraphs stand'} above the first lesson and ${untold === 1 ? 'was' : 'were'} left out.`);
  const close = ({ lesson, words, notes: below }: Open): ReadLesson => ({
    ...lesson,
    state: words.length > 0 ? 'draft' : 'planned',
    text: words.length > 0 ? { type: 'doc', content: words.map(paragraph) } : null,
    note: below.join('\n').slice(0, 4000),
  });
  return { loose: loose.map(close), sections: sections.map(({ title, lessons }): ReadSection => ({ title, lessons: lessons.map(close) })), notes };
}
