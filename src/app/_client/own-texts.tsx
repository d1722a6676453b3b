'use client';
import { createContext, type ReactNode, useCallback, useContext } from 'react';
import { type KeptText, keptText } from './kept-text';

const OwnerContext = createContext('');

/** Whose desk this is: several people may use one browser. */
export function Owner({ personId, children }: { readonly personId: string; readonly children: ReactNode }) {
  return <OwnerContext value={personId}>{children}</OwnerContext>;
}

/** Texts of theirs that this browser keeps: what somebody else has left here is neither shown nor sent for them. */
export function useOwnTexts(): (name: string) => KeptText {
  const personId = useContext(OwnerContext);
  return useCallback((name) => keptText(`mosaik.${personId}.${name}`), [personId]);
}
