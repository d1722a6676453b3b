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
import { mayTryAgain } from '@/core/kernel/problem';
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
};

const reportEveryMs = 10_000;

/** The film, and what of it was watched: told to the server while it plays, when it rests and when the page is left. */
export function FilmPart({ place, lessonId, media, watched, isDone, needed }: Props) {
  const video = useRef<HTMLVideoElement>(null);
  const [percent, setPercent] = useState<number | null>(null);
  const [done, setDone] = useState(isDone);
  const [captions, setCaptions] = useState(false);
  const { courseId, isView } = place;

  useEffect(() => {
    const film = video.current;
    if (!film) return;
    let from: number | null = null;
    let last = 0;
    let waiting: Passage[] = [];
    let sending = false;
    const close = () => {
      if (from !== null && last > from) waiting.push([from, last]);
      from = film.paused ? null : film.currentTime;
    };
    const report = async () => {
      if (isView || sending || waiting.length === 0) return;
      sending = true;
      const passages = waiting;
      waiting = [];
      const told = await act<{ percent: number; done: boolean }>('learning.watched', { courseId, lessonId, passages });
      sending = false;
      if (told.ok) {
        setPercent(told.value.percent);
        setDone(told.value.done);
      } else if (mayTryAgain(told.problem.code)) waiting = [...passages, ...waiting];
    };
    const onTime = () => {
      // A jump ends a passage; small steps belong to it.
      if (from !== null && Math.abs(film.currentTime - last) > 1.5) {
        waiting.push([from, last]);
        from = film.currentTime;
      }
      last = film.currentTime;
    };
    const onPlay = () => {
      from = film.currentTime;
      last = film.currentTime;
    };
    const onRest = () => {
      onTime();
      close();
      from = null;
      report();
    };
    const onHide = () => {
      close();
      if (isView || waiting.length === 0) return;
      navigator.sendBeacon('/api/do/learning.watched', new Blob([JSON.stringify({ courseId, lessonId, passages: waiting })], { type: 'application/json' }));
      waiting = [];
    };
    const timer = setInterval(() => {
      close();
      report();
    }, reportEveryMs);
    film.addEventListener('timeupdate', onTime);
    film.addEventListener('playing', onPlay);
    film.addEventListener('pause', onRest);
    film.addEventListener('ended', onRest);
    window.addEventListener('pagehide', onHide);
    return () => {
      clearInterval(timer);
      film.removeEventListener('timeupdate', onTime);
      film.removeEventListener('playing', onPlay);
      film.removeEventListener('pause', onRest);
      film.removeEventListener('ended', onRest);
      window.removeEventListener('pagehide', onHide);
    };
  }, [courseId, lessonId, isView]);

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
