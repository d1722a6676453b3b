import type { Readable } from 'node:stream';
import type { Temporal } from '@/core/kernel/time';

/** What was stored: its SHA-256, hexadecimal, and its size in bytes. */
export type StoredFile = { readonly hash: string; readonly size: number };
/** Bytes `from` to `to`, both included, counted from 0. */
export type ByteRange = { readonly from: number; readonly to: number };

/**
 * Files by content: what is stored under a hash never changes, and is stored once. Everything goes in and out as a
 * stream, so that nothing else knows whether it lies in a folder, in memory or on another machine.
 */
export type FileStore = {
  /** Stores content to its end; it is there whole or not at all. What is there already counts as stored anew. */
  put(content: Readable): Promise<StoredFile>;
  /** The content or a part of it; null when it is not there. */
  get(hash: string, range?: ByteRange): Promise<Readable | null>;
  /** Its size in bytes, and when it was stored last; null when it is not there. */
  stat(hash: string): Promise<{ readonly size: number; readonly storedAt: Temporal.Instant } | null>;
  /** Takes it away; nothing happens when it is not there. */
  delete(hash: string): Promise<void>;
  /** The hashes of all that is stored. */
  list(): AsyncIterable<string>;
  /** Takes away what was begun before a moment and never stored to its end; says how many there were. */
  tidy(before: Temporal.Instant): Promise<number>;
};

export const isHash = (text: string) => /^[0-9a-f]{64}$/.test(text);
