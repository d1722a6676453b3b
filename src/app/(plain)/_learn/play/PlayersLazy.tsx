'use client';
import dynamic from 'next/dynamic';
import styles from './play.module.css';

/** The players, loaded only by lessons that have a film or a recording. */
export const FilmLazy = dynamic(() => import('./FilmPart').then((module) => module.FilmPart), {
  loading: () => (
    <div className={styles.player} style={{ aspectRatio: '16 / 9' }} role="status" aria-label="Loading the film" />
  ),
});
export const AudioLazy = dynamic(() => import('./AudioPart').then((module) => module.AudioPart), {
  loading: () => (
    <div className={styles.player} style={{ height: 44 }} role="status" aria-label="Loading the recording" />
  ),
});
