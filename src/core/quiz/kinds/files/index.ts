import { array, number, object, string } from 'yup';
import { zero } from '../../../kernel/exact';
import { fail, ok } from '../../../kernel/problem';
import { counted } from '../../../kernel/words';
import { haveOnly, onlyLine, partLine } from '../as-lines';
import type { GivenFile } from '../given-file';
import { keyOf } from '../key';
import type { Kind } from '../kind';

export type FilesBody = {
  /** How many files may be given at most, and how large each may be. */
  readonly most: number;
  readonly megabytes: number;
  /** What a marker looks for; learners never see it. */
  readonly guide: string;
};
export type FilesAnswer = { readonly files: readonly GivenFile[] };
export type FilesShown = Pick<FilesBody, 'most' | 'megabytes'>;

/** At most so many files answer one question. */
export const mostFiles = 10;
const mostMegabytes = 100;

const whole = (what: string) =>
  number()
    .typeError(`Give ${what} as a number.`)
    .integer(`Give ${what} as a whole number.`)
    .min(1, 'Allow at least 1.');

const body = (most: number, megabytes: number, guide = ''): FilesBody => ({ most, megabytes, guide });
const example = (name: string): GivenFile => ({
  hash: 'ab'.repeat(32),
  name,
  size: 20_480,
  contentType: 'application/pdf',
});

/** What may be given, in words: `at most 3 files of 20 MB`. */
export const limitText = ({ most, megabytes }: FilesShown): string =>
  `at most ${counted(most, 'file')} of ${megabytes} MB`;
const written = /^at most (\d{1,2}) files? of (\d{1,3}) MB$/iu;

/** Files: a learner answers with files, which a person marks. */
export const files: Kind<FilesBody, FilesAnswer, FilesShown> = {
  title: 'Files',
  judgedBy: 'person',
  body: object({
    most: whole('how many files').max(mostFiles, `Allow at most ${mostFiles} files.`).required(),
    megabytes: whole('how large a file may be').max(mostMegabytes, `Allow at most ${mostMegabytes} MB.`).required(),
    guide: string().max(10_000, 'Keep the guide under 10,000 characters.').defined(),
  }).noUnknown(),
  answer: object({
    files: array()
      .of(
        object({
          hash: string()
            .matches(/^[0-9a-f]{64}$/)
            .required(),
          name: string().max(300).required(),
          size: number().integer().min(0).required(),
          contentType: string().max(200).required(),
        }).noUnknown(),
      )
      .max(mostFiles, `Give at most ${mostFiles} files.`)
      .required(),
  }).noUnknown(),
  begin: () => body(1, 20),
  shown: ({ most, megabytes }) => ({ most, megabytes }),
  isGiven: ({ files: given }) => given.length > 0,
  fits: ({ most }, { files: given }) => {
    if (new Set(given.map(({ hash }) => hash)).size < given.length) return fail('invalid', 'Give each file once.');
    return given.length <= most ? ok(null) : fail('invalid', `Give at most ${counted(most, 'file')} here.`);
  },
  files: { of: ({ files: given }) => given, with: (_answer, given) => ({ files: given }) },
  key: (_body, { files: given }) => keyOf(given.map(({ hash }) => hash)),
  share: () => zero,
  answerText: (_body, { files: given }) => given.map(({ name }) => name).join(', '),
  rightText: () => '',
  bodyText: (own) => [limitText(own), own.guide].filter(Boolean).join('\n'),
  lines: {
    read: (lines) => {
      if (!haveOnly(lines, 'files', 'guide')) return null;
      const [limit, guide] = [onlyLine(lines, 'files'), onlyLine(lines, 'guide')];
      const found = typeof limit === 'string' ? written.exec(limit) : null;
      return found && guide !== null ? body(Number(found[1]), Number(found[2]), guide ?? '') : null;
    },
    write: (own) => [partLine('files', limitText(own)), ...(own.guide === '' ? [] : [partLine('guide', own.guide)])],
  },
  instruction: 'A person looks at it and marks it.',
  minutes: 10,
  rules: [],
  examples: [
    {
      name: 'one file',
      body: body(1, 20, 'Width and depth at five places.'),
      answer: { files: [example('reach.pdf')] },
      share: null,
    },
    { name: 'none yet', body: body(3, 5), answer: { files: [] }, share: null },
  ],
};
