'use client';
import dynamic from 'next/dynamic';
import styles from './learn.module.css';

/** The player, loaded only by lessons that have a film. */
export const FilmLazy = dynamic(() => import('./FilmPart').then((module) => module.FilmPart), {
  loading: () => <div className={styles.player} style={{ aspectRatio: '16 / 9' }} role="status" aria-label="Loading the film" />,
});
