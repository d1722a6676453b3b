'use client';
import { ActionIcon, Tooltip } from '@mantine/core';
import { IconPlayerPause, IconPlayerPlay, IconPlayerSkipBack, IconPlayerSkipForward } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { clockTime } from '@/core/kernel/clock-time';
import type { MediaFacts } from '@/core/media';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './desk-film.module.css';
import { type DeskPlayer, useIsPlaying, usePlayerAt } from './use-player';

type Props = {
  readonly media: MediaFacts;
  readonly player: DeskPlayer;
  /** What stands over the picture. */
  readonly children?: ReactNode;
};

/** The film or the recording that is worked on, and what moves it. */
export function DeskFilm({ media, player, children }: Props) {
  return (
    <div className={styles.film}>
      <div className={styles.stage}>
        {media.width !== null ? (
          // biome-ignore lint/a11y/useMediaCaption: captions are made beside it
          <video
            ref={player.attach}
            src={`/files/${media.id}/play`}
            poster={media.posterHash ? `/files/${media.id}/poster` : undefined}
            preload="metadata"
            playsInline
            onClick={player.toggle}
          />
        ) : (
          // biome-ignore lint/a11y/useMediaCaption: what is said stands in the text of the lesson
          <audio ref={player.attach} src={`/files/${media.id}/play`} preload="metadata" />
        )}
        {children}
      </div>
      <Controls player={player} length={media.seconds === null ? null : Math.round(media.seconds * 1000)} />
    </div>
  );
}

const frameMs = 40;

function Controls({ player, length }: { readonly player: DeskPlayer; readonly length: number | null }) {
  const at = usePlayerAt(player);
  const plays = useIsPlaying(player);
  const steps = [
    { name: 'A frame back', by: -frameMs, Glyph: IconPlayerSkipBack },
    { name: 'A frame on', by: frameMs, Glyph: IconPlayerSkipForward },
  ];
  return (
    <div className={styles.controls}>
      <ActionIcon variant="transparent" aria-label={plays ? 'Pause' : 'Play'} onClick={player.toggle}>
        {plays ? <IconPlayerPause size={18} /> : <IconPlayerPlay size={18} />}
      </ActionIcon>
      <span className={styles.clock}>
        {clockTime(Math.floor(at / 100) * 100)} / {length === null ? '…' : clockTime(Math.floor(length / 1000) * 1000)}
      </span>
      <span className={wordStyles.spring} />
      {steps.map(({ name, by, Glyph }) => (
        <Tooltip key={name} label={name}>
          <ActionIcon variant="transparent" aria-label={name} onClick={() => player.goTo(player.at() + by)}>
            <Glyph size={17} />
          </ActionIcon>
        </Tooltip>
      ))}
    </div>
  );
}
