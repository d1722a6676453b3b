'use client';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { barrierIn } from '@/core/outline';
import type { LessonProgress } from '@/core/record';
import type { AskedCheckpoint } from './time-line';

/** The state of a checkpoint for its learner. `ahead`: not met yet. */
export type CheckpointState = 'right' | 'part' | 'wrong' | 'open' | 'ahead';

/** Whole milliseconds, as moments are kept: 8.04 s would be a little less than 8040 otherwise, and be met for ever. */
const ms = (media: HTMLMediaElement) => Math.round(media.currentTime * 1000);
/** Some players go to the frame before the moment they were sent to. */
const nearMs = 250;

/**
 * Stops a film where it asks. While it plays its time is looked at in every frame, so that it stops where it
 * was meant to at any speed; in a page nobody sees there are no frames, and the film's own reports do.
 * Past a checkpoint that must be answered and is not, nothing leads: whatever moves the film ends there.
 */
export function useCheckpoints(
  player: RefObject<HTMLMediaElement | null>,
  checkpoints: readonly AskedCheckpoint[],
  given: LessonProgress['answered'],
) {
  const [answered, setAnswered] = useState(given);
  const [asking, setAsking] = useState<AskedCheckpoint | null>(null);
  const [furthest, setFurthest] = useState(0);
  // What the frames look at, without waiting for a page to be drawn.
  const now = useRef({
    answered,
    asking,
    replaying: null as AskedCheckpoint | null,
    /** What was just gone on from: it is not met again on the way out. */
    passed: null as AskedCheckpoint | null,
  });
  now.current.answered = answered;

  const open = useCallback((one: AskedCheckpoint | null) => {
    now.current.asking = one;
    setAsking(one);
  }, []);

  useEffect(() => {
    const media = player.current;
    if (!media || checkpoints.length === 0) return;
    let last = ms(media);
    let frame = 0;
    const isAnswered = (id: string) => now.current.answered[id] !== undefined;
    // One that was answered wrongly is asked again whenever the film comes by.
    const isRight = (id: string) => now.current.answered[id]?.verdict === 'right';
    const barrier = () => {
      const found = barrierIn(
        checkpoints.map(({ id, ...moment }) => ({ id, moment })),
        isAnswered,
      );
      return checkpoints.find(({ id }) => id === found?.id) ?? null;
    };
    const stopAt = (one: AskedCheckpoint) => {
      media.pause();
      media.currentTime = one.at / 1000;
      last = one.at;
      setFurthest((far) => Math.max(far, one.at));
      open(one);
    };
    const look = () => {
      const at = ms(media);
      const again = now.current.replaying;
      if (again?.passage) {
        if (at < again.passage.to) return;
        now.current.replaying = null;
        media.pause();
        last = at;
        return open(again);
      }
      if (now.current.asking || media.seeking) return;
      const { passed } = now.current;
      if (passed && Math.abs(at - passed.at) > nearMs) now.current.passed = null;
      // At one that must be answered nobody has been yet, also who jumped right to it.
      const must = barrier();
      const met = checkpoints.find(
        (one) => one.at <= at && (one === must || (one.at > last && one !== passed && !isRight(one.id))),
      );
      if (met) return stopAt(met);
      last = at;
      setFurthest((far) => (at - far >= 1000 ? at : far));
    };
    const eachFrame = () => {
      look();
      frame = media.paused ? 0 : requestAnimationFrame(eachFrame);
    };
    const onPlay = () => {
      const { asking: open_ } = now.current;
      // Played on without an answer: left open, where that may be.
      if (open_) {
        if (open_.required && !isAnswered(open_.id)) return media.pause();
        open(null);
      }
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(eachFrame);
    };
    const onSeeking = () => {
      const at = ms(media);
      const again = now.current.replaying;
      if (again?.passage) {
        if (at >= again.passage.from - 250 && at <= again.passage.to) return;
        now.current.replaying = null;
      }
      const first = barrier();
      if (first && at > first.at + 50) return stopAt(first);
      if (now.current.asking && Math.abs(at - now.current.asking.at) > 50) open(null);
      last = at;
    };
    media.addEventListener('play', onPlay);
    media.addEventListener('timeupdate', look);
    media.addEventListener('seeking', onSeeking);
    // Whoever moved or started it before this page had listened is no further than anybody else.
    onSeeking();
    if (!media.paused) onPlay();
    return () => {
      cancelAnimationFrame(frame);
      media.removeEventListener('play', onPlay);
      media.removeEventListener('timeupdate', look);
      media.removeEventListener('seeking', onSeeking);
    };
  }, [player, checkpoints, open]);

  const go = (to: number, plays: boolean) => {
    const media = player.current;
    if (!media) return;
    media.currentTime = to / 1000;
    if (plays) media.play().catch(() => {});
  };
  return {
    asking,
    answered,
    stateOf: ({ id, at }: AskedCheckpoint): CheckpointState =>
      answered[id]?.verdict ?? (at <= furthest ? 'open' : 'ahead'),
    /** Keeps how an answer did; the best one stays. */
    keep: (id: string, verdict: 'right' | 'part' | 'wrong') =>
      setAnswered((so) => ({
        ...so,
        [id]: { verdict: so[id]?.verdict === 'right' ? 'right' : verdict, tries: (so[id]?.tries ?? 0) + 1 },
      })),
    /** Goes to a checkpoint and asks it. */
    ask(one: AskedCheckpoint) {
      player.current?.pause();
      now.current.replaying = null;
      open(null);
      go(one.at, false);
      // A barrier before it has the say: the film is there then, and not here.
      setTimeout(() => {
        const media = player.current;
        if (!media || Math.abs(ms(media) - one.at) > 50) return;
        setFurthest((far) => Math.max(far, one.at));
        open(one);
      }, 0);
    },
    goTo: (to: number) => go(to, !(player.current?.paused ?? true)),
    /** Plays the passage in which the answer is shown, and asks again. */
    again(one: AskedCheckpoint) {
      if (!one.passage) return;
      open(null);
      now.current.replaying = one;
      go(one.passage.from, true);
    },
    goOn(one: AskedCheckpoint) {
      open(null);
      now.current.passed = one;
      go(one.at, true);
    },
  };
}
