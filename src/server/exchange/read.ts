import { XMLParser, XMLValidator } from 'fast-xml-parser';
import Papa from 'papaparse';
import {
  type Branch,
  countOf,
  outlineOf,
  type ReadLesson,
  type ReadOutline,
  type RowFault,
  readLines,
  readMarkdown,
  readTable,
} from '@/core/exchange';
import { numberText } from '@/core/kernel/locale';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { lessonKinds, lessonStates, mediums, mostLessons } from '@/core/outline';
import { decodeText } from '../platform/decode';

export const outlineForms = ['lines', 'markdown', 'opml', 'csv'] as const;
export type OutlineForm = (typeof outlineForms)[number];

export type OutlinePreview = {
  readonly form: OutlineForm;
  readonly outline: ReadOutline;
  readonly faults: readonly RowFault[];
};

/** 10 MB: a hundred times the outline of the largest course. */
export const mostOutlineBytes = 10 * 1024 * 1024;
const tooLarge = fail(
  'too-large',
  'This file is larger than 10 MB. An outline is text; leave pictures and other files out, or send it in parts.',
);

const formOf = (text: string, name: string): OutlineForm => {
  const ending = /\.(\w+)$/.exec(name.toLowerCase())?.[1] ?? '';
  if (['opml', 'xml'].includes(ending) || /^\s*(<\?xml|<opml)/i.test(text)) return 'opml';
  if (['csv', 'tsv'].includes(ending)) return 'csv';
  if (['md', 'markdown'].includes(ending) || /^#{1,6}\s/m.test(text)) return 'markdown';
  return 'lines';
};

type Read = Result<{ outline: ReadOutline; faults: readonly RowFault[] }>;
const readers: Record<OutlineForm, (text: string) => Read> = {
  lines: (text) => ok({ outline: readLines(text), faults: [] }),
  markdown: (text) => ok({ outline: readMarkdown(text), faults: [] }),
  opml: readOpml,
  csv: readCsv,
};

/** What an outline file holds, without anything being made of it yet. */
export function readOutlineFile(bytes: Uint8Array, name: string, wanted: OutlineForm | null): Result<OutlinePreview> {
  if (bytes.length > mostOutlineBytes) return tooLarge;
  if (bytes.includes(0) && !(bytes[0] === 0xff || bytes[0] === 0xfe))
    return fail('invalid', 'This is not a text file. Save the outline as text, Markdown, OPML or CSV.');
  const { text, note } = decodeText(bytes);
  const form = wanted ?? formOf(text, name);
  const read = readers[form](text);
  if (!read.ok) return read;
  const { outline, faults } = read.value;
  const { sections, lessons } = countOf(outline);
  if (sections + lessons === 0 && faults.length === 0)
    return fail('invalid', 'There is nothing in it that could become a section or a lesson.');
  if (lessons > mostLessons)
    return fail(
      'too-large',
      `It holds ${numberText(lessons)} lessons; a course holds at most ${numberText(mostLessons)}. Divide it into several courses.`,
    );
  return ok({ form, outline: note ? { ...outline, notes: [note, ...outline.notes] } : outline, faults });
}

type Node = { readonly outline?: readonly Node[]; readonly [attribute: string]: unknown };
/** Deeper than anybody writes; what lies below a lesson ends up in its note anyway. */
const mostDepth = 400;
const words = (value: unknown): string => (typeof value === 'string' ? value : '');

/** What a file of our own says of a lesson; anything else is left as it usually is. */
function lessonIn(node: Node): Partial<ReadLesson> {
  const kind = lessonKinds.find((one) => one === node.kind);
  const state = lessonStates.find((one) => one === node.state);
  const minutes = /^\d{1,4}$/.test(words(node.minutes)) && Number(node.minutes) <= 6000 ? Number(node.minutes) : null;
  const named = words(node.mediums)
    .split(',')
    .map((one) => one.trim());
  return {
    ...(kind ? { kind } : {}),
    ...(state ? { state } : {}),
    minutes,
    asks: words(node.asks).slice(0, 300),
    mediums: mediums.filter((one) => named.includes(one)),
  };
}

/** OPML 2.0. Entities of a document's own are never expanded, so a small file stays small. */
function readOpml(text: string): Result<{ outline: ReadOutline; faults: RowFault[] }> {
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    return fail(
      'invalid',
      'This OPML declares a document type or entities of its own, which an outline has no use for. Save it without them.',
    );
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    return fail(
      'invalid',
      `This is not well-formed XML: ${valid.err.msg.replace(/\.$/, '')} (line ${valid.err.line}).`,
    );
  let parsed: { readonly opml?: { readonly body?: Node } };
  try {
    parsed = new XMLParser({
      ignoreAttributes: false,
      attributeNamePrefix: '',
      parseAttributeValue: false,
      trimValues: false,
      isArray: (tag) => tag === 'outline',
      // Character references are part of XML; the parser counts them among those of HTML.
      htmlEntities: true,
      maxNestedTags: mostDepth + 10,
    }).parse(text) as typeof parsed;
  } catch (error) {
    const deep = error instanceof Error && /nest/i.test(error.message);
    return fail(
      'invalid',
      deep
        ? `This OPML is nested more than ${mostDepth} lines deep. Make it flatter.`
        : 'This OPML holds a name that nothing may have. Save it anew from the program it comes from.',
    );
  }
  const body = parsed.opml?.body;
  if (!body?.outline) return fail('invalid', 'This XML is no OPML with an outline in it.');
  const branch = (node: Node): Branch => {
    const title = [node.text, node.title].find(
      (value): value is string => typeof value === 'string' && value.trim() !== '',
    );
    const note = words(node._note) || words(node.note);
    return {
      text: (title ?? 'Untitled').replace(/\s+/g, ' ').trim(),
      ...(note ? { note } : {}),
      lesson: lessonIn(node),
      isSection: node.is === 'section',
      branches: (node.outline ?? []).map(branch),
    };
  };
  return ok({ outline: outlineOf(body.outline.map(branch)), faults: [] });
}

function readCsv(text: string): Result<{ outline: ReadOutline; faults: readonly RowFault[] }> {
  const { data, errors } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const broken = errors.find((error) => error.type === 'Quotes');
  if (broken) return fail('invalid', `Row ${(broken.row ?? 0) + 1} has a quotation mark that is never closed.`);
  const [head, ...rows] = data;
  if (!head) return fail('invalid', 'There is nothing in it that could become a section or a lesson.');
  return ok(readTable(head, rows));
}
