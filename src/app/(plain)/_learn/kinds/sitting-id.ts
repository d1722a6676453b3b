'use client';
import { createContext, useContext } from 'react';

const SittingId = createContext<string | null>(null);

/** Says which sitting the answers below belong to. */
export const SittingIdProvider = SittingId.Provider;

/** The sitting an answer belongs to; null where a question is only tried. */
export const useSittingId = (): string | null => useContext(SittingId);
