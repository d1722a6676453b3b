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
import controls from '@/ui/plain/controls.module.css';
import styles from './learn.module.css';
import { type PlayedProps, playedText, usePlayed } from './use-played';

/** The recording, and what of it was heard. */
export function AudioPart(props: PlayedProps) {
  const { place, media, needed } = props;
  const audio = useRef<HTMLAudioElement>(null);
  const played = usePlayed(audio, props);
  return (
    <div className={styles.film}>
      <MediaController audio className={styles.player}>
        {/* biome-ignore lint/a11y/useMediaCaption: what is said stands in the text below */}
        <audio
          ref={audio}
          slot="media"
          src={`/files/${media.id}/play`}
          preload="metadata"
          onLoadedMetadata={played.onReady}
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
      {!place.isView && needed !== null && (
        <p className={controls.quiet} role="status">
          {playedText(played, needed, 'heard')}
        </p>
      )}
    </div>
  );
}
