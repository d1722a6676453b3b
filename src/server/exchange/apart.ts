import { fail } from '@/core/kernel/problem';
import { threadsOf } from '../platform/threads';
import type { Tasks } from './tasks';

/** Files from outside are read in a thread of their own: one that is made to take for ever ends that and nothing else. */
const readers = threadsOf<Tasks>({
  name: 'reader',
  source: 'src/server/exchange/reader-thread.mjs',
  tooMuch: fail(
    'too-large',
    'This file takes too long to read, or too much room. Save it anew from the program it comes from, or send it in parts.',
  ),
});

/** Has a thread ready for the first file. */
export const warmReader = readers.warm;

/** Reads a file apart from everything else. */
export const readApart = readers.ask;
