'use client';
import { createContext, useContext } from 'react';

const SittingId = createContext<string | null>(null);

/** Says which sitting the answers below belong to. */
export const SittingIdProvider = SittingId.Provider;

/** The sitting an answer belongs to; null where a question is only tried. */
export const useSittingId = (): string | null => useContext(SittingId);

const Coming = createContext<(by: 1 | -1) => void>(() => {});

/** Hears of files that are on their way to answers below, which would be missing if the sitting ended now. */
export const ComingProvider = Coming.Provider;
export const useComing = () => useContext(Coming);
