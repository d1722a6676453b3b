import type { Schema } from 'yup';
import { parsed } from '@/core/kernel/parse';
import { keepableJson } from '@/core/kernel/plain-text';
import { fail, type Problem, type Result } from '@/core/kernel/problem';
import { Temporal } from '@/core/kernel/time';
import type { KeptChange } from '@/core/outline';
import type { Actor } from '@/core/people';
import { audit } from './audit';
import { type Transaction, transaction } from './database';
import { newId } from './ids';
import { log } from './log';
import { problemOf } from './trouble';

export type CommandContext = {
  readonly actor: Actor;
  readonly tx: Transaction;
  readonly now: Temporal.Instant;
  /** Writes what was done to the audit list; gives back the id of the row. */
  audit(entry: {
    readonly courseId?: string;
    readonly sentence: string;
    readonly changes?: readonly KeptChange[];
    readonly kind?: 'do' | 'undo' | 'redo';
    /** For steps of a working copy's history. */
    readonly revision?: number;
    readonly step?: string;
  }): Promise<string>;
};

type Decision = boolean | Problem;
type Definition<I, O> = {
  readonly name: string;
  readonly input: Schema<I>;
  /** Decided inside the transaction; a sentence-bearing problem, or a plain yes or no. */
  readonly permission: (context: CommandContext, input: I) => Decision | Promise<Decision>;
  readonly handle: (context: CommandContext, input: I) => Promise<Result<O>>;
};

export type Command<I = unknown, O = unknown> = Definition<I, O> & {
  run(actor: Actor | null, input: unknown, now?: Temporal.Instant): Promise<Result<O>>;
};

const notAllowed = fail('not-allowed', 'You may not do this here. Ask the owner of the school if you should.').problem;

/** Carries a problem out of a transaction, so that nothing stays half written. */
class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.sentence);
  }
}

/**
 * The one way to write: unknown input is parsed, permission decided, and everything done in one
 * transaction together with its audit row; then whoever listens is told.
 */
export function command<I, O>(definition: Definition<I, O>): Command<I, O> {
  const run = async (actor: Actor | null, raw: unknown, now?: Temporal.Instant): Promise<Result<O>> => {
    const started = performance.now();
    const result = await perform(actor, raw, now ?? Temporal.Now.instant());
    const ms = Math.round(performance.now() - started);
    log.info(
      { command: definition.name, actor: actor?.id, outcome: result.ok ? 'ok' : result.problem.code, ms },
      'command',
    );
    return result;
  };
  const perform = async (actor: Actor | null, raw: unknown, now: Temporal.Instant): Promise<Result<O>> => {
    if (!actor)
      return fail('not-signed-in', 'You are not signed in any more. Sign in again; what you typed is still here.');
    try {
      const read = parsed(definition.input, keepableJson(raw));
      if (!read.ok) return read;
      const input = read.value;
      return await transaction(async (tx) => {
        const courses = new Set<string>();
        const context: CommandContext = {
          actor,
          tx,
          now,
          async audit(entry) {
            const id = newId();
            if (entry.courseId) courses.add(entry.courseId);
            await tx.db.insert(audit).values({
              id,
              at: now.toString(),
              actorId: actor.id,
              courseId: entry.courseId ?? null,
              command: definition.name,
              sentence: entry.sentence,
              changes: [...(entry.changes ?? [])],
              kind: entry.kind ?? 'do',
              revision: entry.revision ?? null,
              step: entry.step ?? null,
            });
            return id;
          },
        };
        const may = await definition.permission(context, input);
        if (may !== true) throw new Refused(may || notAllowed);
        const result = await definition.handle(context, input);
        if (!result.ok) throw new Refused(result.problem);
        for (const courseId of courses) await tx.client.query('select pg_notify($1, $2)', ['mosaik_course', courseId]);
        return result;
      });
    } catch (error) {
      return { ok: false, problem: error instanceof Refused ? error.problem : problemOf(error, definition.name) };
    }
  };
  return { ...definition, run };
}
