'use client';
import { Button } from '@mantine/core';
import { IconRefresh, IconX } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { MessageView } from '@/server/message';
import { Link } from '@/ui/frame/Link';
import { useReady } from '@/ui/plain/useReady';
import wordStyles from '@/ui/plain/words.module.css';
import { MailSheet } from './MailSheet';
import styles from './messages.module.css';
import { Glyph, stateNames } from './states';

type Props = {
  readonly mail: MessageView;
  readonly title: string;
  readonly when: string;
  readonly mayChange: boolean;
  readonly closeHref: string;
};

/** A message with its mail: as it arrived, as it was sent, or as it would be now. */
export function MailView({ mail, title, when, mayChange, closeHref }: Props) {
  const router = useRouter();
  const ready = useReady();
  const [problem, setProblem] = useState<string | null>(null);
  const again = async () => {
    const done = await act('message.send-again', { courseId: mail.courseId, messageId: mail.id });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) router.refresh();
  };
  return (
    <>
      <Link href={closeHref} scroll={false} className={styles.close} aria-label="Close">
        <IconX size={18} />
      </Link>
      <h2>{title}</h2>
      <p className={styles.state} data-state={mail.state}>
        <Glyph state={mail.state} /> {mail.state === 'sent' ? when : `${stateNames[mail.state]} · ${when}`}
      </p>
      {mail.why && <p className={styles.reason}>{mail.why}</p>}
      {mail.state === 'failed' && mayChange && (
        <Button size="xs" variant="default" leftSection={<IconRefresh size={16} />} disabled={!ready} onClick={again}>
          Send again
        </Button>
      )}
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      <dl className={styles.facts}>
        <dt>To</dt>
        <dd dir="auto">{mail.arrived?.to ?? `${mail.person} <${mail.address}>`}</dd>
        {mail.arrived && (
          <>
            <dt>From</dt>
            <dd dir="auto">{mail.arrived.from}</dd>
          </>
        )}
        <dt>Their zone</dt>
        <dd>{mail.zone}</dd>
        {mail.others > 0 && (
          <>
            <dt>With it</dt>
            <dd>{mail.others === 1 ? 'one more message' : `${mail.others} more messages`} in the same mail</dd>
          </>
        )}
      </dl>
      <MailSheet letter={mail.arrived ?? mail.letter} />
      <p className={wordStyles.quiet}>
        {mail.arrived && 'As it arrived at the mail server that ships with Mosaik, which delivers nothing.'}
        {!mail.arrived && mail.state === 'sent' && 'As it was sent.'}
        {mail.state !== 'sent' && 'As it would be sent now.'}
      </p>
    </>
  );
}
