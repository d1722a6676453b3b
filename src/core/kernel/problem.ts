/**
 * What went wrong, as a value: a stable code for programs, a sentence for the person, and the field
 * it belongs to where there is one. Anything that can be expected to fail returns a `Result`;
 * exceptions are left for what nobody expected.
 */
export type ProblemCode =
  | 'not-signed-in'
  | 'not-allowed'
  | 'not-found'
  | 'invalid'
  | 'conflict'
  /** Somebody else changed the same thing since it was read. */
  | 'changed'
  | 'closed'
  | 'too-late'
  | 'too-many'
  | 'too-large'
  /** The other side could not be asked at all. */
  | 'unreachable'
  /** More is asked at once than can be answered; the same may be asked again in a moment. */
  | 'busy'
  /** The disk is full, or nearly. */
  | 'no-room'
  | 'unexpected';

export type Problem = {
  readonly code: ProblemCode;
  readonly sentence: string;
  readonly field?: string;
};

/** Whether the same request may go through later: nothing is wrong with what was asked. */
export const mayTryAgain = (code: ProblemCode): boolean =>
  code === 'unreachable' || code === 'unexpected' || code === 'not-signed-in' || code === 'busy' || code === 'no-room';

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem };

/** What came out well, with its value. */
export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
/** What did not: a code for programs, a sentence for people, and the field it is about. */
export const fail = (code: ProblemCode, sentence: string, field?: string): { ok: false; problem: Problem } => ({
  ok: false,
  problem: field === undefined ? { code, sentence } : { code, sentence, field },
});

/** The HTTP status that belongs to each code. */
export const httpStatus: Record<ProblemCode, number> = {
  'not-signed-in': 401,
  'not-allowed': 403,
  'not-found': 404,
  invalid: 422,
  conflict: 409,
  changed: 409,
  closed: 403,
  'too-late': 409,
  'too-many': 429,
  'too-large': 413,
  unreachable: 503,
  busy: 503,
  'no-room': 507,
  unexpected: 500,
};
