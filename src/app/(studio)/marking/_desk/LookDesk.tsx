import { Button, Select, Textarea } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { type Criterion, type LookOutcome, lookOutcomes, lookOutcomeText } from '@/core/assignment';
import type { Look } from '@/server/assignment';
import { useReady } from '@/ui/plain/useReady';
import styles from '../marking.module.css';

type Props = { readonly looks: readonly Look[]; readonly criteria: readonly Criterion[] };

/** Where a learner asked for another look: their reasons, and the answer to the last. */
export function LookDesk({ looks, criteria }: Props) {
  const router = useRouter();
  const ready = useReady();
  const [answer, setAnswer] = useState('');
  const [outcome, setOutcome] = useState<LookOutcome>('stays');
  const [problem, setProblem] = useState<string | null>(null);
  const open = looks.find((look) => look.outcome === null);
  const send = async () => {
    const done = await act('marking.answer-look', { lookId: open?.id, outcome, answer });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) router.refresh();
  };
  if (looks.length === 0) return null;
  return (
    <section className={styles.asked} aria-label="Another look">
      {looks.map((look) => (
        <div key={look.id}>
          <b>The learner asks for another look</b>
          <ul className={styles.before}>
            {look.reasons.map(({ criterionId, words }) => (
              <li key={criterionId ?? ''}>
                <bdi>{criteria.find(({ id }) => id === criterionId)?.title ?? 'The whole of it'}</bdi>:{' '}
                <bdi>{words}</bdi>
              </li>
            ))}
          </ul>
          {look.outcome !== null && (
            <p>
              Answered by <bdi>{look.answeredBy}</bdi>, {lookOutcomeText[look.outcome]}: <bdi>{look.answer}</bdi>
            </p>
          )}
        </div>
      ))}
      {open && (
        <>
          <Select
            label="What comes of it"
            allowDeselect={false}
            data={lookOutcomes.map((value) => ({ value, label: lookOutcomeText[value] }))}
            value={outcome}
            onChange={(value) => value && setOutcome(value as LookOutcome)}
          />
          <Textarea
            label="Answer to the learner"
            autosize
            minRows={2}
            maxRows={8}
            readOnly={!ready}
            value={answer}
            onChange={(event) => setAnswer(event.currentTarget.value)}
            error={problem}
          />
          <Button size="compact-sm" variant="default" disabled={!ready} onClick={send}>
            Answer
          </Button>
        </>
      )}
    </section>
  );
}
