'use client';
import { useCallback, useEffect, useState } from 'react';
import { ask } from '@/app/_client/act';
import type { BankPage } from '@/server/bank';
import type { AskedIn } from '@/server/outline';
import type { BankFigures } from '@/server/quiz';

/** A page of the bank as it is shown: with where its questions are asked, and what papers say of them. */
export type ShownBank = BankPage & {
  readonly figures: readonly BankFigures[];
  readonly asked: { readonly here: readonly AskedIn[]; readonly elsewhere: { readonly [questionId: string]: number } };
};

/** What is looked for, as it stands in an address. */
export type BankWish = {
  readonly category: string;
  readonly find: string;
  readonly from: string;
  readonly to: string;
  readonly tag: string;
  readonly kind: string;
  readonly page: string;
};
const anything: BankWish = { category: '', find: '', from: '1', to: '3', tag: '', kind: '', page: '1' };

/** The bank, looked through by a wish; `look` asks anew. */
export function useBank(given: Partial<BankWish> = {}) {
  const [wish, setWish] = useState<BankWish>({ ...anything, ...given });
  const [bank, setBank] = useState<ShownBank | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [turn, setTurn] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: with each turn it is asked for anew
  useEffect(() => {
    let isOver = false;
    const timer = setTimeout(async () => {
      const answer = await ask<ShownBank>(`/api/bank?${new URLSearchParams(wish)}`);
      if (isOver) return;
      setProblem(answer.ok ? null : answer.problem.sentence);
      if (answer.ok) setBank(answer.value);
    }, 150);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [wish, turn]);
  const change = useCallback((part: Partial<BankWish>) => setWish((before) => ({ ...before, page: '1', ...part })), []);
  const look = useCallback(() => setTurn((before) => before + 1), []);
  return { wish, change, bank, problem, look };
}
