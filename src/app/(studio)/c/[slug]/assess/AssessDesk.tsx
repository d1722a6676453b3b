'use client';
import { createContext, type ReactNode, useContext, useReducer, useState } from 'react';
import type { FiguresPage } from '@/server/quiz';

/** What of a quiz is looked at: its questions first, how it runs after them. */
export const quizViews = {
  questions: 'Questions',
  bank: 'From the bank',
  runs: 'How it runs',
  follows: 'What follows',
  figures: 'Figures',
} as const;
export type QuizView = keyof typeof quizViews;

/** What the sittings of a quiz say, as it was last asked for. */
export type ShownFigures = { readonly lessonId: string; readonly page: FiguresPage };

type AssessDesk = {
  readonly view: QuizView;
  readonly setView: (view: QuizView) => void;
  /** The question that is open to be changed; one at a time. */
  readonly openId: string | null;
  readonly setOpenId: (id: string | null) => void;
  readonly figures: ShownFigures | null;
  readonly setFigures: (figures: ShownFigures | null) => void;
  /** Grows by one whenever they are to be asked for anew. */
  readonly turn: number;
  readonly lookAgain: () => void;
  /** The question whose figures are looked at. */
  readonly figuredId: string | null;
  readonly setFiguredId: (id: string | null) => void;
};

const AssessContext = createContext<AssessDesk | null>(null);

/** Shared by the questions in the middle and what is said about the open one beside them. */
export function AssessDeskProvider({ children }: { readonly children: ReactNode }) {
  const [view, setView] = useState<QuizView>('questions');
  const [openId, setOpenId] = useState<string | null>(null);
  const [figures, setFigures] = useState<ShownFigures | null>(null);
  const [figuredId, setFiguredId] = useState<string | null>(null);
  const [turn, lookAgain] = useReducer((before: number) => before + 1, 0);
  const desk = { turn, lookAgain, view, setView, openId, setOpenId, figures, setFigures, figuredId, setFiguredId };
  return <AssessContext value={desk}>{children}</AssessContext>;
}

/** Throws outside of its provider. */
export function useAssessDesk(): AssessDesk {
  const desk = useContext(AssessContext);
  if (!desk) throw new Error('There is no desk for assessing here.');
  return desk;
}
