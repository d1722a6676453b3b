import { type RichText, textFromMarkdown } from '../src/core/outline';

type Pictures = { readonly [name: string]: { readonly id: string; readonly alt: string } };

/** A block of its own that Markdown has no way to write; nothing for all others. */
function ownBlock(block: string, pictures: Pictures, exercises: string[]): RichText | null {
  const [, word = '', rest = ''] = /^(\S+)\s*([\s\S]*)$/.exec(block) ?? [];
  const within = () => textFromMarkdown(rest).content ?? [];
  const found = pictures[/^!\[(.+)\]$/.exec(block)?.[1] ?? ''];
  if (found) return { type: 'image', attrs: { mediaId: found.id, src: `/files/${found.id}/original`, alt: found.alt } };
  if (word === ':exercise') return { type: 'exercise', attrs: { questionId: exercises.shift() ?? '' } };
  if (word === '$$') return { type: 'formulaBlock', attrs: { tex: rest } };
  if (/^:(note|tip|care)$/.test(word)) return { type: 'callout', attrs: { tone: word.slice(1) }, content: within() };
  if (word === ':folded') {
    const [title = '', ...lines] = rest.split('\n');
    return { type: 'folded', attrs: { title }, content: textFromMarkdown(lines.join('\n')).content ?? [] };
  }
  return null;
}

/**
 * A text as the editor keeps it, from Markdown, with blank lines between blocks. Beside it: `![picture]`, `$$ TeX`,
 * `:note words` (also `:tip`, `:care`), `:folded title` with what is folded away on the lines below, and `:exercise`
 * for
 * the next question of the lesson, whose ids are given in their order.
 */
export function textOf(source: string, pictures: Pictures = {}, questionIds: readonly string[] = []): RichText {
  const exercises = [...questionIds];
  const blocks = source
    .trim()
    .split(/\n\s*\n/)
    .map((block) => block.trim());
  return {
    type: 'doc',
    content: blocks.flatMap((block) => ownBlock(block, pictures, exercises) ?? textFromMarkdown(block).content ?? []),
  };
}
