'use client';
import { createContext, type ReactNode, useContext, useState } from 'react';

/** What of a quiz is looked at: its questions first, how it runs after them. */
export const quizViews = { questions: 'Questions', runs: 'How it runs' } as const;
export type QuizView = keyof typeof quizViews;

type AssessDesk = {
  readonly view: QuizView;
  readonly setView: (view: QuizView) => void;
  /** The question that is open to be changed; one at a time. */
  readonly openId: string | null;
  readonly setOpenId: (id: string | null) => void;
};

const AssessContext = createContext<AssessDesk | null>(null);

/** Shared by the questions in the middle and what is said about the open one beside them. */
export function AssessDeskProvider({ children }: { readonly children: ReactNode }) {
  const [view, setView] = useState<QuizView>('questions');
  const [openId, setOpenId] = useState<string | null>(null);
  return <AssessContext value={{ view, setView, openId, setOpenId }}>{children}</AssessContext>;
}

/** Throws outside of its provider. */
export function useAssessDesk(): AssessDesk {
  const desk = useContext(AssessContext);
  if (!desk) throw new Error('There is no desk for assessing here.');
  return desk;
}
