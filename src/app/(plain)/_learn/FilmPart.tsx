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
import controls from '@/ui/plain/controls.module.css';
import styles from './learn.module.css';
import { type PlayedProps, playedText, usePlayed } from './use-played';

/** The film, with its captions, and what of it was watched. */
export function FilmPart(props: PlayedProps) {
  const { place, media, needed } = props;
  const video = useRef<HTMLVideoElement>(null);
  const [captions, setCaptions] = useState(false);
  const played = usePlayed(video, props);

  useEffect(() => {
    const [track] = video.current?.textTracks ?? [];
    if (track) track.mode = captions ? 'showing' : 'hidden';
  }, [captions]);

  return (
    <div className={styles.film}>
      <MediaController
        className={styles.player}
        style={{ aspectRatio: media.width && media.height ? `${media.width} / ${media.height}` : '16 / 9' }}
      >
        {/* biome-ignore lint/a11y/useMediaCaption: captions are there as soon as somebody has written them */}
        <video
          ref={video}
          slot="media"
          src={`/files/${media.id}/play`}
          poster={media.posterHash ? `/files/${media.id}/poster` : undefined}
          preload="metadata"
          playsInline
          onLoadedMetadata={played.onReady}
        >
          {media.captions.map((one) => (
            <track
              key={one.language}
              kind="captions"
              src={`/files/${media.id}/captions-${one.language}`}
              srcLang={one.language}
              label={one.label}
            />
          ))}
        </video>
        <MediaControlBar>
          <MediaPlayButton />
          <MediaSeekBackwardButton seekOffset={10} />
          <MediaMuteButton />
          <MediaTimeRange />
          <MediaTimeDisplay showDuration />
          {media.captions.length > 0 && (
            <button
              type="button"
              className={styles.captions}
              aria-pressed={captions}
              onClick={() => setCaptions(!captions)}
            >
              Captions
            </button>
          )}
          <MediaPlaybackRateButton />
          <MediaFullscreenButton />
        </MediaControlBar>
      </MediaController>
      {!place.isView && needed !== null && (
        <p className={controls.quiet} role="status">
          {playedText(played, needed, 'watched')}
        </p>
      )}
    </div>
  );
}
