import type { AccessRule } from '../release';

/** A small meeting, in which everybody may speak; a large lecture, in which who speaks is let. */
export const liveForms = ['meeting', 'lecture'] as const;
export type LiveForm = (typeof liveForms)[number];

/** A part of the plan of a session. */
export type LivePart = { readonly id: string; readonly title: string; readonly minutes: number };

/** A live session: when it meets, and how its room is. */
export type LiveSettings = {
  readonly form: LiveForm;
  /** When it meets first; null while nobody has said. */
  readonly when: AccessRule | null;
  readonly minutes: number;
  /** A recurrence rule of RFC 5545 that comes to an end, without its start; empty for once. */
  readonly repeats: string;
  /** How many minutes before it begins people may come in. */
  readonly joinBefore: number;
  readonly muted: boolean;
  /** How many can be in the room beside its hosts; null for any number. */
  readonly seats: number | null;
  /** Minutes of being there that count as having attended. */
  readonly counts: number;
  readonly plan: readonly LivePart[];
  /** Lessons shown with it: what is to be looked at before, and done after. */
  readonly before: readonly string[];
  readonly after: readonly string[];
};

export const usualLive: LiveSettings = {
  form: 'meeting',
  when: null,
  minutes: 60,
  repeats: '',
  joinBefore: 15,
  muted: true,
  seats: null,
  counts: 30,
  plan: [],
  before: [],
  after: [],
};
