'use client';
import { type RefObject, useEffect, useState } from 'react';
import { act } from '@/app/_client/act';
import type { Passage } from '@/core/record';
import type { Played } from './time-line';

const reportEveryMs = 30_000;

/**
 * What of a film or a recording was played, and where it is: told to the server while it plays, when it rests and when
 * the page is left.
 */
export function usePlayed(
  player: RefObject<HTMLMediaElement | null>,
  { place, lessonId, resume, isDone, goesOnTo }: Played,
) {
  const [percent, setPercent] = useState<number | null>(null);
  const [done, setDone] = useState(isDone);
  // Played to its end, with somewhere to go on to.
  const [isOver, setOver] = useState(false);
  const { courseId, isView } = place;

  useEffect(() => {
    const media = player.current;
    if (!media) return;
    let told = { length: 0, at: 0 };
    let sending = false;
    // The browser keeps what was played, over jumps and from before this page could listen.
    const now = () => {
      const passages = Array.from(
        { length: media.played.length },
        (_, i): Passage => [media.played.start(i), media.played.end(i)],
      );
      return {
        body: { courseId, lessonId, passages, at: media.currentTime },
        state: { length: passages.reduce((total, [from, to]) => total + to - from, 0), at: media.currentTime },
      };
    };
    const isNew = ({ length, at }: typeof told) => length > told.length || (length > 0 && Math.abs(at - told.at) > 1);
    const report = async () => {
      const { body, state } = now();
      if (isView || sending || !isNew(state)) return;
      sending = true;
      const answer = await act<{ percent: number; done: boolean }>('learning.watched', body);
      sending = false;
      if (answer.ok) {
        told = state;
        setPercent(answer.value.percent);
        setDone(answer.value.done);
      }
    };
    const onLeave = () => {
      const { body, state } = now();
      if (isView || !isNew(state)) return;
      navigator.sendBeacon('/api/do/learning.watched', new Blob([JSON.stringify(body)], { type: 'application/json' }));
    };
    const timer = setInterval(report, reportEveryMs);
    media.addEventListener('pause', report);
    const ended = async () => {
      await report();
      if (goesOnTo && !isView) setOver(true);
    };
    media.addEventListener('ended', ended);
    window.addEventListener('pagehide', onLeave);
    if (media.ended) report();
    return () => {
      clearInterval(timer);
      media.removeEventListener('pause', report);
      media.removeEventListener('ended', ended);
      window.removeEventListener('pagehide', onLeave);
      onLeave();
    };
  }, [player, courseId, lessonId, isView, goesOnTo]);

  // Begun and not finished: go on where it was left.
  const onReady = () => {
    const media = player.current;
    // An address may name a moment (W3C Media Fragments): a link to where something is taught leads there.
    const wanted = Number(/^#t=(\d+(?:\.\d+)?)$/.exec(window.location.hash)?.[1] ?? Number.NaN);
    if (media && wanted < media.duration && media.currentTime === 0) media.currentTime = wanted;
    else if (media && !isDone && resume > 2 && resume < media.duration - 3 && media.currentTime === 0)
      media.currentTime = resume;
  };
  return { percent, done, setDone, onReady, isOver, stay: () => setOver(false) };
}

/** How much is played and how much has to be, in words of the kind: `watched`. */
export function playedText(
  { percent, done }: { readonly percent: number | null; readonly done: boolean },
  { needed, answersNeeded }: Pick<Played, 'needed' | 'answersNeeded'>,
  verb: string,
): string {
  if (done) return `${verb.charAt(0).toUpperCase()}${verb.slice(1)}: this lesson is done.`;
  const answers = answersNeeded ? ' and every checkpoint answered' : '';
  return percent === null
    ? `This lesson is done when ${needed} % has been ${verb}${answers}.`
    : `${percent} % ${verb}; done at ${needed} %${answers}.`;
}
