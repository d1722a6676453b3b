'use client';
import {
  MediaControlBar,
  MediaController,
  MediaFullscreenButton,
  MediaMuteButton,
  MediaPlayButton,
  MediaPlaybackRateButton,
  MediaSeekBackwardButton,
  MediaTimeDisplay,
  MediaTimeRange,
} from 'media-chrome/react';
import { useEffect, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import type { MediaFacts } from '@/core/media';
import type { Passage } from '@/core/record';
import controls from '@/ui/plain/controls.module.css';
import styles from './learn.module.css';
import type { Place } from './place';

type Props = {
  readonly place: Place;
  readonly lessonId: string;
  readonly media: MediaFacts;
  readonly watched: readonly Passage[];
  readonly isDone: boolean /** Percent to be watched; null when that is not the rule. */;
  readonly needed: number | null;
  /** Where to go once the film has been watched to its end; null when nowhere by itself. */
  readonly goesOnTo: string | null;
};

const reportEveryMs = 10_000;

/** The film, and what of it was watched: told to the server while it plays, when it rests and when the page is left. */
export function FilmPart({ place, lessonId, media, watched, isDone, needed, goesOnTo }: Props) {
  const video = useRef<HTMLVideoElement>(null);
  const [percent, setPercent] = useState<number | null>(null);
  const [done, setDone] = useState(isDone);
  const [captions, setCaptions] = useState(false);
  const { courseId, isView } = place;

  useEffect(() => {
    const film = video.current;
    if (!film) return;
    let told = 0;
    let sending = false;
    // The browser keeps what was played, over jumps and from before this page could listen.
    const played = (): Passage[] => Array.from({ length: film.played.length }, (_, i) => [film.played.start(i), film.played.end(i)]);
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
      navigator.sendBeacon('/api/do/learning.watched', new Blob([JSON.stringify(body(passages))], { type: 'application/json' }));
    };
    const timer = setInterval(report, reportEveryMs);
    film.addEventListener('pause', report);
    const ended = async () => {
      await report();
      if (goesOnTo && !isView) window.location.assign(goesOnTo);
    };
    film.addEventListener('ended', ended);
    window.addEventListener('pagehide', onHide);
    if (film.ended) report();
    return () => {
      clearInterval(timer);
      film.removeEventListener('pause', report);
      film.removeEventListener('ended', ended);
      window.removeEventListener('pagehide', onHide);
    };
  }, [courseId, lessonId, isView, goesOnTo]);

  useEffect(() => {
    const [track] = video.current?.textTracks ?? [];
    if (track) track.mode = captions ? 'showing' : 'hidden';
  }, [captions]);

  // Begun and not finished: go on where the last passage ended.
  const resume = watched.at(-1)?.[1] ?? 0;
  const onReady = () => {
    const film = video.current;
    if (film && !isDone && resume > 2 && resume < film.duration - 3 && film.currentTime === 0) film.currentTime = resume;
  };
  return (
    <div className={styles.film}>
      <MediaController className={styles.player} style={{ aspectRatio: media.width && media.height ? `${media.width} / ${media.height}` : '16 / 9' }}>
        {/* biome-ignore lint/a11y/useMediaCaption: captions are there as soon as somebody has written them */}
        <video
          ref={video}
          slot="media"
          src={`/files/${media.id}/play`}
          poster={media.posterHash ? `/files/${media.id}/poster` : undefined}
          preload="metadata"
          playsInline
          onLoadedMetadata={onReady}
        >
          {media.captions.map((one) => (
            <track key={one.language} kind="captions" src={`/files/${media.id}/captions-${one.language}`} srcLang={one.language} label={one.label} />
          ))}
        </video>
        <MediaControlBar>
          <MediaPlayButton />
          <MediaSeekBackwardButton seekOffset={10} />
          <MediaMuteButton />
          <MediaTimeRange />
          <MediaTimeDisplay showDuration />
          {media.captions.length > 0 && (
            <button type="button" className={styles.captions} aria-pressed={captions} onClick={() => setCaptions(!captions)}>
              Captions
            </button>
          )}
          <MediaPlaybackRateButton />
          <MediaFullscreenButton />
        </MediaControlBar>
      </MediaController>
      {!isView && needed !== null && (
        <p className={controls.quiet} role="status">
          {done
            ? 'Watched: this lesson is done.'
            : percent === null
              ? `This lesson is done when ${needed} % has been watched.`
              : `${percent} % watched; done at ${needed} %.`}
        </p>
      )}
    </div>
  );
}
