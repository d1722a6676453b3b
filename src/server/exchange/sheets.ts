import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { readSheet } from 'read-excel-file/node';
import writeXlsxFile, { type SheetData } from 'write-excel-file/node';
import { type Cell, guarded } from '@/core/exchange';
import { numberText } from '@/core/kernel/locale';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { decodeText } from '../platform/decode';
import { isZip, mostUnpackedBytes, unpackedSize } from './zip';

/** A table as a file holds it: the names of its columns, and its rows as words. */
export type Sheet = {
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly note: string | null;
};

/** More rows than the largest catalogue, and few enough to be looked at before anything is done. */
export const mostRows = 20_000;
export const mostSheetBytes = 20 * 1024 * 1024;

const mostColumns = 200;

/**
 * The cell furthest out in the sheets of an XLSX, as column and row, by what the cells say of themselves
 * (ECMA-376, 18.3.1.4). A reader that lays cells out in a table makes room for all that lie before it.
 */
function furthestCell(bytes: Uint8Array): { column: number; row: number } {
  const furthest = { column: 0, row: 0 };
  for (const [name, content] of Object.entries(
    unzipSync(bytes, { filter: ({ name }) => /^xl\/worksheets\/[^/]+\.xml$/.test(name) }),
  )) {
    if (!name) continue;
    for (const [, letters = '', digits = ''] of strFromU8(content).matchAll(/\sr="([A-Z]{1,3})(\d{1,7})"/g)) {
      furthest.row = Math.max(furthest.row, Number(digits));
      furthest.column = Math.max(
        furthest.column,
        [...letters].reduce((number, letter) => number * 26 + letter.charCodeAt(0) - 64, 0),
      );
    }
  }
  return furthest;
}

function wordsOf(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  if (typeof cell === 'boolean') return cell ? 'yes' : 'no';
  return String(cell);
}

/** CSV or XLSX, by what the file is. Formulas are never worked out: of a cell only its stored value is read. */
export async function readSheetFile(bytes: Uint8Array): Promise<Result<Sheet>> {
  if (bytes.length > mostSheetBytes) return fail('too-large', 'This file is larger than 20 MB. Send it in parts.');
  let all: string[][];
  let note: string | null = null;
  if (isZip(bytes)) {
    const unpacked = unpackedSize(bytes);
    if (unpacked === Number.POSITIVE_INFINITY)
      return fail('invalid', 'This XLSX cannot be read. Save it again, or save it as CSV.');
    if (unpacked > mostUnpackedBytes)
      return fail('too-large', 'This XLSX grows to more than 200 MB when it is unpacked. Send it in parts.');
    try {
      const { column, row } = furthestCell(bytes);
      if (column > mostColumns || row > mostRows + 1)
        return fail(
          'too-large',
          `A cell stands in column ${numberText(column)} and row ${numberText(row)} or before; at most ${mostColumns} columns and ${numberText(mostRows)} rows can be brought in. Delete what stands outside the table.`,
        );
      all = (await readSheet(Buffer.from(bytes))).map((row) => row.map(wordsOf));
    } catch {
      return fail('invalid', 'This XLSX cannot be read. Save it again, or save it as CSV.');
    }
  } else {
    if (bytes.includes(0) && bytes[0] !== 0xff && bytes[0] !== 0xfe)
      return fail('invalid', 'This is neither a CSV nor an XLSX file.');
    const decoded = decodeText(bytes);
    note = decoded.note;
    const { data, errors } = Papa.parse<string[]>(decoded.text, { skipEmptyLines: 'greedy' });
    const broken = errors.find((error) => error.type === 'Quotes');
    if (broken) return fail('invalid', `Row ${(broken.row ?? 0) + 1} has a quotation mark that is never closed.`);
    all = data;
  }
  const [head, ...rows] = all;
  if (!head || head.every((cell) => cell.trim() === ''))
    return fail('invalid', 'The file is empty. Its first row names the columns.');
  if (rows.length > mostRows)
    return fail(
      'too-large',
      `It has ${numberText(rows.length)} rows; at most ${numberText(mostRows)} can be brought in at once. Send it in parts.`,
    );
  return ok({ head, rows, note });
}

/**
 * A table as a file. In CSV words that a spreadsheet would take for a formula stand behind an apostrophe; in XLSX words
 * are words.
 */
export async function writeSheet(
  form: 'csv' | 'xlsx',
  head: readonly string[],
  rows: readonly (readonly Cell[])[],
): Promise<Uint8Array> {
  if (form === 'csv') {
    const words = rows.map((row) => row.map((cell) => (typeof cell === 'number' ? cell : guarded(wordsOf(cell)))));
    return Buffer.from(`\uFEFF${Papa.unparse([[...head], ...words], { newline: '\r\n' })}\r\n`, 'utf8');
  }
  const data: SheetData = [
    head.map((name) => ({ value: name, fontWeight: 'bold' as const })),
    ...rows.map((row) =>
      row.map((cell) => {
        if (cell === null || cell === '') return null;
        return typeof cell === 'number' ? { value: cell, type: Number } : { value: wordsOf(cell), type: String };
      }),
    ),
  ];
  return writeXlsxFile(data).toBuffer();
}
