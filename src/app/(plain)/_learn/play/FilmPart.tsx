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
import type { MediaFacts } from '@/core/media';
import { Player } from './Player';
import styles from './play.module.css';
import type { Played } from './time-line';

type Props = Played & { readonly media: MediaFacts };

/** The film, with its captions. */
export function FilmPart({ media, ...given }: Props) {
  const video = useRef<HTMLVideoElement>(null);
  const [language, setLanguage] = useState('');

  useEffect(() => {
    for (const track of video.current?.textTracks ?? [])
      track.mode = track.language === language ? 'showing' : 'disabled';
  }, [language]);

  return (
    <Player player={video} what="film" verb="watched" media={media} {...given}>
      {(stage, onReady) => (
        <MediaController
          className={styles.player}
          // The attribute names the element by its id; the property wants the element itself.
          {...{ fullscreenelement: stage }}
          style={{ aspectRatio: media.width && media.height ? `${media.width} / ${media.height}` : '16 / 9' }}
        >
          {/* biome-ignore lint/a11y/useMediaCaption: captions are there as soon as somebody has written them */}
          <video
            ref={video}
            slot="media"
            poster={media.posterHash ? `/files/${media.id}/poster` : undefined}
            preload="metadata"
            playsInline
            onLoadedMetadata={onReady}
          >
            {/* A phone has no use for more than its screen shows. */}
            <source src={`/files/${media.id}/phone`} media="(max-width: 700px)" />
            <source src={`/files/${media.id}/play`} />
            <track kind="metadata" label="thumbnails" src={`/files/${media.id}/strip-places`} default />
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
              <select
                className={styles.captions}
                aria-label="Captions"
                value={language}
                onChange={(event) => setLanguage(event.currentTarget.value)}
              >
                <option value="">Captions off</option>
                {media.captions.map((one) => (
                  <option key={one.language} value={one.language}>
                    {one.label}
                  </option>
                ))}
              </select>
            )}
            <MediaPlaybackRateButton />
            <MediaFullscreenButton />
          </MediaControlBar>
        </MediaController>
      )}
    </Player>
  );
}
