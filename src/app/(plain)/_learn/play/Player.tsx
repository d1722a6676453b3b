'use client';
import dynamic from 'next/dynamic';
import { type ReactNode, type RefObject, useId, useState } from 'react';
import type { MediaFacts } from '@/core/media';
import controls from '@/ui/plain/controls.module.css';
import { CheckpointCard } from './CheckpointCard';
import { InThis } from './InThis';
import styles from './play.module.css';
import type { Played } from './time-line';
import { useCheckpoints } from './use-checkpoints';
import { playedText, usePlayed } from './use-played';

// Loaded once somebody wants to read it.
const Transcript = dynamic(() => import('./Transcript').then((module) => module.Transcript), {
  loading: () => <p role="status">Loading the transcript…</p>,
});

type Props = Played & {
  readonly player: RefObject<HTMLMediaElement | null>;
  /** `film`, `recording`. */
  readonly what: string;
  /** What is done with it: `watched`. */
  readonly verb: string;
  readonly media: MediaFacts;
  /** The player itself. `stage`: what a full screen shows, with the question over the film. */
  readonly children: (stage: string, onReady: () => void) => ReactNode;
};

/** A film or a recording with what stands on its time line, and what of it was played and answered. */
export function Player({ player, what, verb, media, children, ...given }: Props) {
  const stage = useId();
  const played = usePlayed(player, given);
  const stops = useCheckpoints(player, given.checkpoints, given.answered);
  const { asking } = stops;
  const [reads, setReads] = useState(false);
  return (
    <div className={styles.whole}>
      <div id={stage} className={styles.stage} data-asks={asking !== null || undefined}>
        {children(stage, played.onReady)}
        {asking && (
          <CheckpointCard
            key={asking.id}
            checkpoint={asking}
            number={given.checkpoints.indexOf(asking) + 1}
            of={given.checkpoints.length}
            given={given}
            what={what}
            isAnswered={stops.answered[asking.id] !== undefined}
            onJudged={(verdict, done) => {
              stops.keep(asking.id, verdict);
              if (done) played.setDone(true);
            }}
            onAgain={() => stops.again(asking)}
            onGoOn={() => stops.goOn(asking)}
          />
        )}
      </div>
      <InThis player={player} what={what} seconds={media.seconds} given={given} stops={stops} />
      {media.captions.length > 0 && (
        <section className={styles.said} aria-label="Transcript">
          <button type="button" className={controls.button} aria-expanded={reads} onClick={() => setReads(!reads)}>
            {reads ? 'Close the transcript' : 'Read what is said'}
          </button>
          {reads && <Transcript media={media} player={player} goTo={stops.goTo} />}
        </section>
      )}
      {!given.place.isView && given.needed !== null && (
        <p className={controls.quiet} role="status">
          {playedText(played, given, verb)}
        </p>
      )}
    </div>
  );
}
