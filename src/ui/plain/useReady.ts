'use client';
import { useSyncExternalStore } from 'react';

const never = () => () => {};

/** False until the page can act on a click: a button that cannot yet do anything says so and loses nothing. */
export const useReady = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
