import type { ScriptPage } from '@/core/assignment';
import { fail, type Result } from '@/core/kernel/problem';
import { type AskedOf, threadsOf } from '../../platform/threads';
import type { Scan } from './bound';
import type { MarkedWork } from './marked';

/** What is done apart with the pages of somebody's work: files from outside, which may be made to take for ever. */
export type Tasks = {
  marked: { input: MarkedWork; output: Uint8Array };
  pages: { input: Pick<Scan, 'bytes'>; output: Result<number> };
  bound: { input: { readonly scans: readonly Scan[]; readonly pages: readonly ScriptPage[] }; output: Uint8Array };
};
export type Asked = AskedOf<Tasks>;

const threads = threadsOf<Tasks>({
  name: 'sheets',
  source: 'src/server/assignment/sheets/thread.mjs',
  tooMuch: fail('too-large', 'These pages take too long to be put together, or too much room.'),
});

/** Does something with pages, in a thread of its own. */
export const withSheets = threads.ask;
