'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import type { Result } from '@/core/kernel/problem';
import type { RoomPlace, RoomView } from '@/server/live';

const lookMs = 2000;
const hereMs = 8000;

/** A room as it is, looked at every two seconds until it is over; and the one way to do something in it. */
export function useRoom(place: RoomPlace, initial: RoomView) {
  const { courseId, lessonId, startsAt } = place;
  const [room, setRoom] = useState(initial);
  const [problem, setProblem] = useState<string | null>(null);
  const [isIn, setIsIn] = useState(false);
  const looking = useRef(false);

  const look = useCallback(async () => {
    if (looking.current) return;
    looking.current = true;
    try {
      const answer = await fetch(`/api/live/${courseId}/${lessonId}/${startsAt}`, { cache: 'no-store' });
      if (answer.ok) setRoom((await answer.json()) as RoomView);
    } catch {
      // Out of reach: what was seen last stays, and the next look asks again.
    } finally {
      looking.current = false;
    }
  }, [courseId, lessonId, startsAt]);

  const here = useCallback(async () => {
    const done = await act('live.here', { courseId, lessonId, startsAt });
    setProblem(done.ok ? null : done.problem.sentence);
    setIsIn(done.ok);
  }, [courseId, lessonId, startsAt]);

  const isOver = room.state === 'over';
  const canCome = room.state === 'waiting' || room.state === 'under-way';
  useEffect(() => {
    // Nothing happens in it any more.
    if (isOver) return;
    const timer = setInterval(look, lookMs);
    return () => clearInterval(timer);
  }, [isOver, look]);
  useEffect(() => {
    if (!canCome) return;
    here().then(look);
    const timer = setInterval(here, hereMs);
    return () => clearInterval(timer);
  }, [canCome, here, look]);

  const perform = async (name: string, input: object = {}): Promise<Result<unknown>> => {
    const done = await act(name, { courseId, lessonId, startsAt, ...input });
    setProblem(done.ok ? null : done.problem.sentence);
    await look();
    return done;
  };
  return { room, problem, isIn, perform };
}
