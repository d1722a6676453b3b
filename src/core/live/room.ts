import type { Meeting } from './meetings';

/** What has happened in a room: when its host began and ended it, in milliseconds; null for not yet. */
export type RoomFacts = { readonly startedAt: number | null; readonly endedAt: number | null };

/** How a room stands: nobody may come in yet; people wait for the host; it is under way; it is over. */
export type RoomState = 'not-begun' | 'waiting' | 'under-way' | 'over';

/** A room that nobody has ended is over so long after its time. */
const forgottenMs = 2 * 3_600_000;

/** How the room of a meeting stands at a moment. Only its host begins it; without one it is over when its time is. */
export function roomState(meeting: Meeting, room: RoomFacts, nowMs: number): RoomState {
  if (room.endedAt !== null) return 'over';
  if (room.startedAt !== null) return nowMs >= meeting.ends + forgottenMs ? 'over' : 'under-way';
  if (nowMs >= meeting.ends) return 'over';
  return nowMs >= meeting.opens ? 'waiting' : 'not-begun';
}

/** A stretch of time somebody was in a room, in milliseconds. */
export type Stay = { readonly from: number; readonly until: number };

/** For how many milliseconds somebody was there while a session was under way; what overlaps counts once. */
export function attendedMs(stays: readonly Stay[], room: RoomFacts, nowMs: number): number {
  if (room.startedAt === null) return 0;
  const end = Math.min(room.endedAt ?? nowMs, nowMs);
  let [total, reached] = [0, room.startedAt];
  for (const { from, until } of [...stays].sort((a, b) => a.from - b.from)) {
    const [begin, stop] = [Math.max(from, reached), Math.min(until, end)];
    if (stop > begin) {
      total += stop - begin;
      reached = stop;
    }
  }
  return total;
}

/** Whether somebody who was last heard of at a moment is still taken to be there. */
export const hereMs = 25_000;
export const isHere = (until: number, nowMs: number): boolean => until >= nowMs - hereMs;

/** The part of a plan that a session is in, and how far each reaches, in shares of the whole from 0 to 1. */
export function planSpans(plan: readonly { readonly minutes: number }[], minutes: number) {
  const whole = Math.max(
    1,
    minutes,
    plan.reduce((total, part) => total + part.minutes, 0),
  );
  let at = 0;
  return plan.map((part) => {
    const from = at / whole;
    at += part.minutes;
    return { from, to: at / whole };
  });
}
