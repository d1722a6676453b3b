'use client';
import { Button, Group } from '@mantine/core';
import type { Question } from '@/core/outline';
import { type BankQuestion, bodyText } from '@/core/quiz';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';

type Props = {
  readonly question: Question;
  /** As it is in the bank now; null where it was taken out, or while it is not known. */
  readonly now: BankQuestion | null;
};

/** A question of the bank on a paper: what it says is changed in the bank, and taken over when somebody wants it. */
export function BankBound({ question, now }: Props) {
  const { store } = useDesk();
  const set = (fields: object) =>
    store.edit({ do: 'set', table: 'question', id: question.id, fields: { ...fields } as Record<string, unknown> });
  const take = () => {
    if (!now) return;
    const { kind, prompt, body, media, hint, feedbackRight, feedbackPart, feedbackWrong, version } = now;
    set({ kind, prompt, body, media, hint, feedbackRight, feedbackPart, feedbackWrong, bankVersion: version });
  };
  const isOlder = now !== null && question.bankVersion !== null && question.bankVersion < now.version;
  return (
    <>
      <p dir="auto">{question.prompt}</p>
      <pre className={styles.bound} dir="auto">
        {bodyText(question.body)}
      </pre>
      <p className={wordStyles.quiet}>
        Version {question.bankVersion} of the bank.
        {isOlder && ` There is version ${now.version} by now.`}
      </p>
      <Group gap="xs">
        {isOlder && (
          <Button size="xs" onClick={take}>
            Take version {now.version}
          </Button>
        )}
        <Button
          size="xs"
          variant="default"
          component={Link}
          href={`/library/questions?open=${question.bankId}`}
          disabled={now === null}
        >
          Change it in the bank
        </Button>
        <Button size="xs" variant="default" onClick={() => set({ bankId: null, bankVersion: null })}>
          Make it this paper’s own
        </Button>
      </Group>
    </>
  );
}
