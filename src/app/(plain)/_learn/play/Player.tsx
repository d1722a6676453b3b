'use client';
import dynamic from 'next/dynamic';
import { type ReactNode, type RefObject, useEffect, useId, useRef, useState } from 'react';
import type { MediaFacts } from '@/core/media';
import controls from '@/ui/plain/controls.module.css';
import { CheckpointCard } from './CheckpointCard';
import { GoesOn } from './GoesOn';
import { InThis } from './InThis';
import { wasWaitedFor } from './Preparing';
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
  // It was waited for: it begins by itself.
  useEffect(() => {
    if (wasWaitedFor(media.id)) player.current?.play().catch(() => {});
  }, [media.id, player]);
  const stops = useCheckpoints(player, given.checkpoints, given.answered);
  const { asking } = stops;
  const [reads, setReads] = useState(false);
  const said = useRef<HTMLDetailsElement>(null);
  // It can be opened before this page listens.
  useEffect(() => setReads(said.current?.open ?? false), []);
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
      {played.isOver && given.goesOnTo && <GoesOn href={given.goesOnTo} onStay={played.stay} />}
      <InThis player={player} what={what} seconds={media.seconds} given={given} stops={stops} />
      {media.captions.length > 0 && (
        <section className={styles.said} aria-label="Transcript">
          <details ref={said} onToggle={(event) => setReads(event.currentTarget.open)}>
            <summary className={controls.button}>Read what is said</summary>
            {reads && <Transcript media={media} player={player} goTo={stops.goTo} />}
          </details>
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
