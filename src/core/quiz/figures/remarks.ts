import type { QuestionFigures, QuizFigures, Remark } from './types';

/** Below so many papers chance says more than the question does. */
const fewest = 15;

/**
 * Whether those who know have a question right less often than those who do not. What lies within one standard error
 * of nothing (1/√n) may be chance, and of few papers everything may.
 */
export const isWrongWayRound = ({ tells, asked }: Pick<QuestionFigures, 'tells' | 'asked'>): boolean =>
  asked >= fewest && tells !== null && tells < -1 / Math.sqrt(asked);

/**
 * What the figures of a question say against it, the worst first. The limits are those usual in the analysis of
 * test items: a discrimination below 0 counts the wrong way round, below 0.15 it is weak.
 */
export function remarksOn(question: Omit<QuestionFigures, 'remarks'>): readonly Remark[] {
  const { asked, open, right, share, tells, choices, thirds } = question;
  if (asked < fewest) return [];
  const remarks: Remark[] = [];
  const best = thirds[2];
  const preferred = (choices ?? []).find((choice) => !choice.right && choice.thirds[2] * 2 > best);
  const rights = (choices ?? []).filter((choice) => choice.right);
  if (preferred && rights.every((choice) => choice.thirds[2] < preferred.thirds[2]))
    remarks.push({
      level: 'wrong',
      sentence: 'The best third mostly choose an option marked as wrong.',
      because: `${preferred.thirds[2]} of the ${best} best chose "${preferred.text}".`,
    });
  if (isWrongWayRound({ tells, asked }))
    remarks.push({
      level: 'wrong',
      sentence: 'Those who know have it right less often than those who do not.',
      because: `It tells them apart the wrong way round: ${tells?.toFixed(2)}.`,
    });
  else if (tells !== null && tells < 0.15)
    remarks.push({
      level: 'look',
      sentence: 'Hardly tells those who know from those who do not.',
      because: `The rest of the paper says little about who has it right: ${tells.toFixed(2)}.`,
    });
  if (right === 0 && share < 0.2)
    remarks.push({ level: 'wrong', sentence: 'Nobody has it right.', because: `${asked} papers, and none of them.` });
  if (share > 0.95)
    remarks.push({
      level: 'look',
      sentence: 'Nearly everybody has it right.',
      because: 'It is kind to begin with, and says nothing about who knows more.',
    });
  if (open * 3 > asked)
    remarks.push({
      level: 'look',
      sentence: 'Many leave it open.',
      because: `${open} of ${asked}: what is asked may not be plain, or the time too short.`,
    });
  for (const choice of choices ?? [])
    if (!choice.right && asked >= 2 * fewest && choice.thirds.every((count) => count === 0))
      remarks.push({
        level: 'look',
        sentence: `Nobody chooses "${choice.text}".`,
        because: 'An option nobody takes for right is none.',
      });
  return remarks;
}

/** What the reliability of a paper means, in words; why it says nothing where there is none. */
export function reliabilityText({ alpha, sittings, samePaper, questions }: QuizFigures): string {
  if (!samePaper) return 'Papers had different questions, so it is not worked out.';
  if (questions.length < 2) return 'With one question there is nothing to compare.';
  if (alpha === null) return 'All papers are worth the same, so it says nothing.';
  if (sittings < fewest) return `Too few sittings to rely on; from ${fewest} on it says something.`;
  if (alpha < 0.5) return 'Chance decides much of a result: for practice, not for a grade.';
  if (alpha < 0.7) return 'Good enough for practice, hardly for a grade.';
  if (alpha < 0.85) return 'Good enough for a check, not for an exam on its own.';
  return 'Good enough for an exam.';
}
