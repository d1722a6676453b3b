'use client';
import { useEffect, useState } from 'react';
import { send } from '@/app/_client/act';
import type { BankCategory, BankQuestion, Draw } from '@/core/quiz';

/** What of the bank concerns a paper. */
export type BankOfPaper = {
  /** How many questions each draw can take from, by its id. */
  readonly counts: { readonly [drawId: string]: number };
  /** The questions it has from the bank, as they are there now. */
  readonly questions: readonly BankQuestion[];
  readonly categories: readonly BankCategory[];
};
const nothing: BankOfPaper = { counts: {}, questions: [], categories: [] };

/** Asks the bank about the draws of a paper and the questions it has from there, whenever they change. */
export function useBankOfPaper(draws: readonly Draw[], ids: readonly string[]): BankOfPaper {
  const [known, setKnown] = useState<BankOfPaper>(nothing);
  const asked = JSON.stringify({ draws, ids });
  useEffect(() => {
    const wish = JSON.parse(asked) as { draws: readonly Draw[]; ids: readonly string[] };
    if (wish.draws.length === 0 && wish.ids.length === 0) return setKnown(nothing);
    let isOver = false;
    const timer = setTimeout(async () => {
      const told = await send<BankOfPaper>('/api/bank/draws', wish);
      if (!isOver && told.ok) setKnown(told.value);
    }, 200);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [asked]);
  return known;
}
