'use client';
import { useEffect, useState } from 'react';
import { type MediaFacts, stripColumns, stripOf } from '@/core/media';
import styles from './time-line.module.css';

/** Pixels a frame is high on the time line. */
const height = 44;

/** Frames of the film along its time line, as many as there is room for. */
export function Strip({ media, whole }: { readonly media: MediaFacts; readonly whole: number }) {
  const address = `/files/${media.id}/strip`;
  const isThere = useIsThere(address);
  const { seconds, width, height: high } = media;
  if (!isThere || !seconds || !width || !high || whole <= 0) return <div className={styles.frames} />;
  const strip = stripOf({ seconds, width, height: high });
  const wide = Math.max(8, Math.round((height * strip.width) / strip.height));
  const count = Math.ceil(whole / wide);
  const rows = Math.ceil(strip.count / stripColumns);
  return (
    <div className={styles.frames} aria-hidden="true">
      {Array.from({ length: count }, (_, i) => {
        const moment = Math.min(seconds - 0.001, (((i + 0.5) * wide) / whole) * seconds);
        const frame = Math.min(strip.count - 1, Math.max(0, Math.floor(moment / strip.every)));
        return (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: a frame is its place
            key={i}
            style={{
              width: wide,
              backgroundImage: `url(${address})`,
              backgroundSize: `${wide * stripColumns}px ${height * rows}px`,
              backgroundPosition: `-${(frame % stripColumns) * wide}px -${Math.floor(frame / stripColumns) * height}px`,
            }}
          />
        );
      })}
    </div>
  );
}

/** Whether a picture can be had: it may still be in the making. */
function useIsThere(address: string): boolean {
  const [isThere, setThere] = useState(false);
  useEffect(() => {
    const picture = new Image();
    picture.onload = () => setThere(true);
    picture.src = address;
    return () => {
      picture.onload = null;
    };
  }, [address]);
  return isThere;
}
