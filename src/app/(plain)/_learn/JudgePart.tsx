'use client';
import controls from '@/ui/plain/controls.module.css';

/** What was said of an answer that stays as it is. */
export type Judged = { readonly verdict: 'right' | 'part' | 'wrong'; readonly said: readonly string[] };
const verdicts = { right: 'Right.', part: 'Partly right.', wrong: 'Not right.' } as const;

type JudgeProps = { readonly judged: Judged | undefined; readonly mayAsk: boolean; readonly onAsk: () => void };

/** Has an answer judged, and says what came of it. */
export function JudgePart({ judged, mayAsk, onAsk }: JudgeProps) {
  if (!judged)
    return (
      <button type="button" className={controls.button} disabled={!mayAsk} onClick={onAsk}>
        Have it judged; it stays as it is then
      </button>
    );
  return (
    <div role="status" className={judged.verdict === 'right' ? controls.good : controls.look}>
      <b>{verdicts[judged.verdict]}</b>
      {judged.said.map((words) => (
        <p key={words}>{words}</p>
      ))}
    </div>
  );
}
