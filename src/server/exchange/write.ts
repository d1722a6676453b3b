import Papa from 'papaparse';
import { writeLines, writeMarkdown, writeOpml, writeTable } from '@/core/exchange';
import { courseOf, type Outline } from '@/core/outline';
import type { OutlineForm } from './read';

export const formTypes: Record<OutlineForm, { readonly type: string; readonly ending: string }> = {
  lines: { type: 'text/plain; charset=utf-8', ending: 'txt' },
  markdown: { type: 'text/markdown; charset=utf-8', ending: 'md' },
  opml: { type: 'text/x-opml; charset=utf-8', ending: 'opml' },
  csv: { type: 'text/csv; charset=utf-8', ending: 'csv' },
};

/** The outline of a course as a file. Cells that a spreadsheet would take for a formula stand behind an apostrophe. */
export function writeOutline(outline: Outline, form: OutlineForm): string {
  const { title } = courseOf(outline);
  switch (form) {
    case 'lines':
      return `${writeLines(outline)}\n`;
    case 'markdown':
      return `${writeMarkdown(outline, title)}\n`;
    case 'opml':
      return writeOpml(outline, title);
    case 'csv':
      return `\uFEFF${Papa.unparse(writeTable(outline), { newline: '\r\n' })}\r\n`;
  }
}
