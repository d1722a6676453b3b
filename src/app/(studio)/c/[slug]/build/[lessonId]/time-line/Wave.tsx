'use client';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { type MediaFacts, waveBarsASecond } from '@/core/media';
import styles from './time-line.module.css';

type Props = {
  readonly media: MediaFacts;
  readonly scroller: RefObject<HTMLDivElement | null>;
  /** Of what is seen, and of the whole line, in pixels. */
  readonly width: number;
  readonly whole: number;
};

const height = 88;
const barPx = 4;

/** How loud it is over time: only what is seen is drawn, however far it is looked into. */
export function Wave({ media, scroller, width, whole }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [bars, setBars] = useState<Uint8Array | null>(null);
  useEffect(() => {
    if (!media.waveHash) return;
    let isWanted = true;
    fetch(`/files/${media.id}/wave`)
      .then((answer) => (answer.ok ? answer.arrayBuffer() : null))
      .then((bytes) => isWanted && bytes && setBars(new Uint8Array(bytes)))
      .catch(() => {});
    return () => {
      isWanted = false;
    };
  }, [media.id, media.waveHash]);

  useEffect(() => {
    const view = scroller.current;
    const sheet = canvas.current;
    if (!view || !sheet || !bars || whole === 0 || media.seconds === null) return;
    const seconds = media.seconds;
    const draw = () => {
      const ink = sheet.getContext('2d');
      if (!ink) return;
      const scale = window.devicePixelRatio || 1;
      sheet.width = width * scale;
      sheet.height = height * scale;
      ink.scale(scale, scale);
      ink.fillStyle = getComputedStyle(sheet).color;
      const perPx = (seconds * waveBarsASecond(seconds)) / whole;
      for (let x = 0; x < width; x += barPx) {
        const from = Math.floor((view.scrollLeft + x) * perPx);
        const to = Math.max(from + 1, Math.floor((view.scrollLeft + x + barPx) * perPx));
        let loud = 0;
        for (let i = from; i < to && i < bars.length; i += 1) loud = Math.max(loud, bars[i] ?? 0);
        const tall = Math.max(2, (loud / 255) * (height - 8));
        ink.fillRect(x, (height - tall) / 2, barPx - 2, tall);
      }
    };
    draw();
    view.addEventListener('scroll', draw);
    return () => view.removeEventListener('scroll', draw);
  }, [bars, scroller, width, whole, media.seconds]);
  return <canvas ref={canvas} className={styles.waveSheet} style={{ width, height }} />;
}
