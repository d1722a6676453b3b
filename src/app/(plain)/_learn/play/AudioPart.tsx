'use client';
import {
  MediaControlBar,
  MediaController,
  MediaMuteButton,
  MediaPlayButton,
  MediaPlaybackRateButton,
  MediaSeekBackwardButton,
  MediaTimeDisplay,
  MediaTimeRange,
} from 'media-chrome/react';
import { useRef } from 'react';
import type { MediaFacts } from '@/core/media';
import { Player } from './Player';
import styles from './play.module.css';
import type { Played } from './time-line';

/** The recording. */
export function AudioPart({ media, ...given }: Played & { readonly media: MediaFacts }) {
  const audio = useRef<HTMLAudioElement>(null);
  return (
    <Player player={audio} what="recording" verb="heard" media={media} {...given}>
      {(_stage, onReady) => (
        <MediaController audio className={styles.player}>
          {/* biome-ignore lint/a11y/useMediaCaption: what is said stands in the transcript and the text below */}
          <audio
            ref={audio}
            slot="media"
            src={`/files/${media.id}/play`}
            preload="metadata"
            onLoadedMetadata={onReady}
          />
          <MediaControlBar>
            <MediaPlayButton />
            <MediaSeekBackwardButton seekOffset={10} />
            <MediaMuteButton />
            <MediaTimeRange />
            <MediaTimeDisplay showDuration />
            <MediaPlaybackRateButton />
          </MediaControlBar>
        </MediaController>
      )}
    </Player>
  );
}
