'use client';
import { type ReactNode, type RefObject, useId } from 'react';
import controls from '@/ui/plain/controls.module.css';
import { CheckpointCard } from './CheckpointCard';
import { InThis } from './InThis';
import styles from './play.module.css';
import type { Played } from './time-line';
import { useCheckpoints } from './use-checkpoints';
import { playedText, usePlayed } from './use-played';

type Props = Played & {
  readonly player: RefObject<HTMLMediaElement | null>;
  /** `film`, `recording`. */
  readonly what: string;
  /** What is done with it: `watched`. */
  readonly verb: string;
  readonly seconds: number | null;
  /** The player itself. `stage`: what a full screen shows, with the question over the film. */
  readonly children: (stage: string, onReady: () => void) => ReactNode;
};

/** A film or a recording with what stands on its time line, and what of it was played and answered. */
export function Player({ player, what, verb, seconds, children, ...given }: Props) {
  const stage = useId();
  const played = usePlayed(player, given);
  const stops = useCheckpoints(player, given.checkpoints, given.answered);
  const { asking } = stops;
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
      <InThis player={player} what={what} seconds={seconds} given={given} stops={stops} />
      {!given.place.isView && given.needed !== null && (
        <p className={controls.quiet} role="status">
          {playedText(played, given, verb)}
        </p>
      )}
    </div>
  );
}
