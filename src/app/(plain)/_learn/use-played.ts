'use client';
import { type RefObject, useEffect, useState } from 'react';
import { act } from '@/app/_client/act';
import type { MediaFacts } from '@/core/media';
import type { Passage } from '@/core/record';
import type { Place } from './place';

/** What a lesson that plays for a time is given. */
export type PlayedProps = {
  readonly place: Place;
  readonly lessonId: string;
  readonly media: MediaFacts;
  readonly watched: readonly Passage[];
  readonly isDone: boolean;
  /** Percent to be played; null when that is not the rule. */
  readonly needed: number | null;
  /** Where to go once it has been played to its end; null when nowhere by itself. */
  readonly goesOnTo: string | null;
};

const reportEveryMs = 10_000;

/** What of a film or a recording was played: told to the server while it plays, when it rests and when the page is left. */
export function usePlayed(
  player: RefObject<HTMLMediaElement | null>,
  { place, lessonId, watched, isDone, goesOnTo }: PlayedProps,
) {
  const [percent, setPercent] = useState<number | null>(null);
  const [done, setDone] = useState(isDone);
  const { courseId, isView } = place;

  useEffect(() => {
    const media = player.current;
    if (!media) return;
    let told = 0;
    let sending = false;
    // The browser keeps what was played, over jumps and from before this page could listen.
    const played = (): Passage[] =>
      Array.from({ length: media.played.length }, (_, i) => [media.played.start(i), media.played.end(i)]);
    const lengthOf = (passages: readonly Passage[]) => passages.reduce((total, [from, to]) => total + to - from, 0);
    const body = (passages: readonly Passage[]) => ({ courseId, lessonId, passages });
    const report = async () => {
      const passages = played();
      if (isView || sending || lengthOf(passages) <= told) return;
      sending = true;
      const answer = await act<{ percent: number; done: boolean }>('learning.watched', body(passages));
      sending = false;
      if (answer.ok) {
        told = lengthOf(passages);
        setPercent(answer.value.percent);
        setDone(answer.value.done);
      }
    };
    const onHide = () => {
      const passages = played();
      if (isView || lengthOf(passages) <= told) return;
      navigator.sendBeacon(
        '/api/do/learning.watched',
        new Blob([JSON.stringify(body(passages))], { type: 'application/json' }),
      );
    };
    const timer = setInterval(report, reportEveryMs);
    media.addEventListener('pause', report);
    const ended = async () => {
      await report();
      if (goesOnTo && !isView) window.location.assign(goesOnTo);
    };
    media.addEventListener('ended', ended);
    window.addEventListener('pagehide', onHide);
    if (media.ended) report();
    return () => {
      clearInterval(timer);
      media.removeEventListener('pause', report);
      media.removeEventListener('ended', ended);
      window.removeEventListener('pagehide', onHide);
    };
  }, [player, courseId, lessonId, isView, goesOnTo]);

  // Begun and not finished: go on where the last passage ended.
  const resume = watched.at(-1)?.[1] ?? 0;
  const onReady = () => {
    const media = player.current;
    if (media && !isDone && resume > 2 && resume < media.duration - 3 && media.currentTime === 0)
      media.currentTime = resume;
  };
  return { percent, done, onReady };
}

/** How much is played and how much has to be, in words of the kind: `watched`. */
export function playedText(
  { percent, done }: { readonly percent: number | null; readonly done: boolean },
  needed: number,
  verb: string,
): string {
  if (done) return `${verb.charAt(0).toUpperCase()}${verb.slice(1)}: this lesson is done.`;
  return percent === null
    ? `This lesson is done when ${needed} % has been ${verb}.`
    : `${percent} % ${verb}; done at ${needed} %.`;
}
