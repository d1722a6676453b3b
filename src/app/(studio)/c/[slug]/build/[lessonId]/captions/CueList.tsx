'use client';
import { ActionIcon, Textarea, Tooltip } from '@mantine/core';
import { IconArrowMerge, IconArrowsSplit, IconPlayerPlay, IconTrash } from '@tabler/icons-react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef, useSyncExternalStore } from 'react';
import { ok } from '@/core/kernel/problem';
import { type Cue, type CueFault, changeCue, joinCues, sortCues, splitCue } from '@/core/media';
import { TimeField } from '@/ui/fields/TimeField';
import type { DeskPlayer } from '../use-player';
import styles from './captions.module.css';

type Props = {
  readonly cues: readonly Cue[];
  readonly faults: readonly CueFault[];
  readonly player: DeskPlayer;
  readonly chosen: number | null;
  readonly onChoose: (index: number | null) => void;
  readonly onChange: (cues: readonly Cue[], field?: string) => void;
};

const usualHeight = 86;

/**
 * Captions as a list to correct them in: their texts, their times, divided, joined. Only what is looked at is drawn.
 */
export function CueList({ cues, faults, player, chosen, onChoose, onChange }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: cues.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => usualHeight,
    overscan: 8,
  });
  const here = useSyncExternalStore(
    player.subscribe,
    () => {
      const at = player.at();
      return cues.findIndex(({ from, to }) => from <= at && at < to);
    },
    () => -1,
  );
  // While it plays the list follows, unless somebody is typing in it.
  useEffect(() => {
    if (here < 0 || !player.isPlaying() || scroller.current?.contains(document.activeElement)) return;
    rows.scrollToIndex(here, { align: 'center' });
  }, [here, player, rows]);
  useEffect(() => {
    if (chosen === null) return;
    const field = () => scroller.current?.querySelector<HTMLElement>(`[data-index="${chosen}"] textarea`);
    rows.scrollToIndex(chosen);
    // At once where it is drawn: who types on without a pause would still write into the cue before.
    if (field()) field()?.focus();
    else requestAnimationFrame(() => field()?.focus());
  }, [chosen, rows]);

  const split = (index: number, place: number) => {
    onChange(splitCue(cues, index, place, player.at()));
    onChoose(index + 1);
  };
  return (
    <div ref={scroller} className={styles.scroller}>
      <ol style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const cue = cues[index];
          if (!cue) return null;
          const about = faults.filter((fault) => fault.index === index);
          const setTime = (part: { from: number } | { to: number }) => {
            onChange(changeCue(cues, index, part), `time ${index}`);
            return ok(null);
          };
          return (
            <li
              key={index}
              ref={rows.measureElement}
              data-index={index}
              data-here={index === here || undefined}
              style={{ transform: `translateY(${start}px)` }}
            >
              {/* Its place in the list follows its times once nobody types in them. */}
              <fieldset className={styles.times} onBlur={() => onChange(sortCues(cues), `time ${index}`)}>
                <TimeField
                  label={`Caption ${index + 1} from`}
                  isLabelHidden
                  value={cue.from}
                  onSave={(from) => setTime({ from })}
                />
                <TimeField
                  label={`Caption ${index + 1} to`}
                  isLabelHidden
                  value={cue.to}
                  onSave={(to) => setTime({ to })}
                />
              </fieldset>
              <div className={styles.text}>
                <Textarea
                  aria-label={`Caption ${index + 1}`}
                  value={cue.text}
                  autosize
                  minRows={2}
                  dir="auto"
                  onFocus={() => chosen !== index && player.isPlaying() === false && player.goTo(cue.from)}
                  onBlur={() => chosen === index && onChoose(null)}
                  onChange={(event) =>
                    onChange(changeCue(cues, index, { text: event.currentTarget.value }), `text ${index}`)
                  }
                  onKeyDown={(event: KeyboardEvent<HTMLTextAreaElement>) => {
                    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
                      event.preventDefault();
                      split(index, event.currentTarget.selectionStart);
                    }
                    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
                    if (step && event.altKey && cues[index + step]) {
                      event.preventDefault();
                      onChoose(index + step);
                    }
                  }}
                />
                {about.map(({ sentence, level }) => (
                  <small key={sentence} data-level={level}>
                    {sentence}
                  </small>
                ))}
              </div>
              <div className={styles.acts}>
                <Act
                  name="Play"
                  index={index}
                  Glyph={IconPlayerPlay}
                  onClick={() => player.playPassage(cue.from, cue.to)}
                />
                <Act
                  name="Divide"
                  index={index}
                  Glyph={IconArrowsSplit}
                  onClick={() => split(index, Math.ceil(cue.text.length / 2))}
                />
                <Act
                  name="Join with the next"
                  index={index}
                  Glyph={IconArrowMerge}
                  isOff={index === cues.length - 1}
                  onClick={() => onChange(joinCues(cues, index))}
                />
                <Act
                  name="Remove"
                  index={index}
                  Glyph={IconTrash}
                  onClick={() => onChange(cues.filter((one) => one !== cue))}
                />
              </div>
            </li>
          );
        })}
      </ol>
    </div>
  );
}

type ActProps = {
  readonly name: string;
  readonly index: number;
  readonly Glyph: typeof IconTrash;
  readonly isOff?: boolean;
  readonly onClick: () => void;
};
const Act = ({ name, index, Glyph, isOff = false, onClick }: ActProps) => (
  <Tooltip label={name}>
    <ActionIcon
      variant="subtle"
      color="gray"
      size="sm"
      aria-label={`${name}: caption ${index + 1}`}
      disabled={isOff}
      onClick={onClick}
    >
      <Glyph size={16} stroke={1.75} />
    </ActionIcon>
  </Tooltip>
);
