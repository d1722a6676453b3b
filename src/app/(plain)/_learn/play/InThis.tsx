'use client';
import {
  IconBookmark,
  IconCircleCheck,
  IconCircleDashed,
  IconCircleHalf2,
  IconCircleX,
  IconHexagon,
} from '@tabler/icons-react';
import { type RefObject, useEffect, useState } from 'react';
import { secondText } from '@/core/kernel/clock-time';
import { chapterSpans } from '@/core/outline';
import styles from './play.module.css';
import type { Played } from './time-line';
import type { CheckpointState, useCheckpoints } from './use-checkpoints';

type Props = {
  readonly player: RefObject<HTMLMediaElement | null>;
  readonly what: string;
  readonly seconds: number | null;
  readonly given: Played;
  readonly stops: ReturnType<typeof useCheckpoints>;
};

const states: Record<CheckpointState, { readonly words: string; readonly Glyph: typeof IconCircleCheck }> = {
  right: { words: 'answered right', Glyph: IconCircleCheck },
  part: { words: 'answered partly right', Glyph: IconCircleHalf2 },
  wrong: { words: 'answered, not right yet', Glyph: IconCircleX },
  open: { words: 'left open', Glyph: IconCircleDashed },
  ahead: { words: 'ahead', Glyph: IconHexagon },
};

/**
 * Everything that stands on the time line. A chapter is a tile as wide as it is long, a checkpoint a square that
 * hangs at its moment; the list below is the equal way for keyboard and screen reader.
 */
export function InThis({ player, what, seconds, given, stops }: Props) {
  const length = (seconds ?? 0) * 1000;
  const at = useSecond(player) * 1000;
  const { chapters, checkpoints } = given;
  if (chapters.length + checkpoints.length === 0 || length <= 0) return null;
  const spans = chapterSpans(chapters, length);
  const here = spans.findLast((chapter) => chapter.at <= at);
  const share = (ms: number) => `${Math.min(100, (ms / length) * 100)}%`;
  const lines = [
    ...spans.map((chapter) => ({ at: chapter.at, key: chapter.id, chapter, checkpoint: null })),
    ...checkpoints.map((checkpoint) => ({ at: checkpoint.at, key: checkpoint.id, chapter: null, checkpoint })),
  ].sort((a, b) => a.at - b.at || (a.chapter ? -1 : 1));
  return (
    <section className={styles.inThis} aria-label={`In this ${what}`}>
      <div className={styles.strip} aria-hidden="true">
        {spans.map((chapter) => (
          <button
            key={chapter.id}
            type="button"
            tabIndex={-1}
            className={styles.chapter}
            data-here={chapter === here || undefined}
            style={{ insetInlineStart: share(chapter.at), width: `calc(${share(chapter.end - chapter.at)} - 2px)` }}
            onClick={() => stops.goTo(chapter.at)}
          >
            {chapter.title}
          </button>
        ))}
        {checkpoints.map((checkpoint) => (
          <button
            key={checkpoint.id}
            type="button"
            tabIndex={-1}
            className={styles.stop}
            data-state={stops.stateOf(checkpoint)}
            style={{ insetInlineStart: share(checkpoint.at) }}
            onClick={() => stops.ask(checkpoint)}
          >
            {stops.stateOf(checkpoint) === 'right' ? '✓' : '?'}
          </button>
        ))}
        <span className={styles.now} style={{ insetInlineStart: share(at) }} />
      </div>
      <ol className={styles.list}>
        {lines.map(({ key, chapter, checkpoint }) => {
          if (chapter)
            return (
              <li key={key}>
                <button
                  type="button"
                  aria-current={chapter === here ? 'location' : undefined}
                  onClick={() => stops.goTo(chapter.at)}
                >
                  <span className={styles.time}>{secondText(chapter.at)}</span>
                  <IconBookmark size={17} stroke={1.75} aria-label="Chapter" />
                  <span>{chapter.title}</span>
                </button>
              </li>
            );
          const { words, Glyph } = states[stops.stateOf(checkpoint)];
          return (
            <li key={key}>
              <button
                type="button"
                data-state={stops.stateOf(checkpoint)}
                aria-current={stops.asking === checkpoint ? 'step' : undefined}
                onClick={() => stops.ask(checkpoint)}
              >
                <span className={styles.time}>{secondText(checkpoint.at)}</span>
                <Glyph size={17} stroke={1.75} aria-label="Checkpoint" />
                <span>{checkpoint.question.prompt}</span>
                <span className={styles.state}>{words}</span>
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** The second a film is at. */
function useSecond(player: RefObject<HTMLMediaElement | null>): number {
  const [second, setSecond] = useState(0);
  useEffect(() => {
    const media = player.current;
    if (!media) return;
    const look = () => setSecond(Math.floor(media.currentTime));
    const events = ['timeupdate', 'seeked', 'loadedmetadata'];
    for (const name of events) media.addEventListener(name, look);
    look();
    return () => {
      for (const name of events) media.removeEventListener(name, look);
    };
  }, [player]);
  return second;
}
