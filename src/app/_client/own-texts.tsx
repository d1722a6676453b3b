'use client';
import { createContext, type ReactNode, useCallback, useContext, useEffect } from 'react';
import { type KeptText, keptText } from './kept-text';
import { isBrowserOf } from './whose';

const OwnerContext = createContext('');

/** Whose desk this is: several people may use one browser. */
export function Owner({ personId, children }: { readonly personId: string; readonly children: ReactNode }) {
  useEffect(() => isBrowserOf(personId), [personId]);
  return <OwnerContext value={personId}>{children}</OwnerContext>;
}

export const useOwnerId = (): string => useContext(OwnerContext);

/** Texts of theirs that this browser keeps: what somebody else has left here is neither shown nor sent for them. */
export function useOwnTexts(): (name: string) => KeptText {
  const personId = useOwnerId();
  return useCallback((name) => keptText(`mosaik.${personId}.${name}`), [personId]);
}
