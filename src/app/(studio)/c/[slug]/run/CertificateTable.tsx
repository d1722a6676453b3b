'use client';
import { Anchor, Button, Modal, TableTd, TableTh, TableTr, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { DataTable } from '@/ui/table/DataTable';
import type { Award } from './rows';
import styles from './run.module.css';

const stateOf = ({ withdrawn, expires }: Award): string => {
  if (withdrawn) return `withdrawn: ${withdrawn}`;
  return expires ? `valid until ${expires}` : 'valid';
};

export function CertificateTable({
  courseId,
  awards,
}: {
  readonly courseId: string;
  readonly awards: readonly Award[];
}) {
  const [withdrawing, setWithdrawing] = useState<Award | null>(null);
  if (awards.length === 0)
    return <p className={styles.empty}>No certificate has been issued. They appear here as learners earn them.</p>;
  return (
    <section className={styles.scroll} aria-label="Certificates" tabIndex={0}>
      <DataTable names={['Number', 'Holder', 'For', 'Issued', 'Grade', 'State', 'What to do']}>
        {awards.map((award) => (
          <TableTr key={award.id}>
            <TableTh scope="row">{award.number}</TableTh>
            <TableTd>
              <bdi>{award.holder}</bdi>
            </TableTd>
            <TableTd>{award.quiz ?? 'the course'}</TableTd>
            <TableTd>{award.issued}</TableTd>
            <TableTd>{award.grade ?? '–'}</TableTd>
            <TableTd>{stateOf(award)}</TableTd>
            <TableTd className={styles.acts}>
              <a href={`/certificate/${award.token}/pdf`}>PDF</a>
              <a href={`/check/${award.token}`}>Check page</a>
              {!award.withdrawn && (
                <Anchor component="button" type="button" onClick={() => setWithdrawing(award)}>
                  Withdraw
                </Anchor>
              )}
            </TableTd>
          </TableTr>
        ))}
      </DataTable>
      <Modal
        opened={withdrawing !== null}
        onClose={() => setWithdrawing(null)}
        title={<b>Withdraw {withdrawing?.number}</b>}
        closeButtonProps={{ 'aria-label': 'Close' }}
      >
        {withdrawing && <Withdraw courseId={courseId} award={withdrawing} onDone={() => setWithdrawing(null)} />}
      </Modal>
    </section>
  );
}

function Withdraw({
  courseId,
  award,
  onDone,
}: {
  readonly courseId: string;
  readonly award: Award;
  readonly onDone: () => void;
}) {
  const router = useRouter();
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const withdraw = async () => {
    const done = await act('certificate.withdraw', { courseId, certificateId: award.id, why });
    if (!done.ok) return setProblem(done.problem.sentence);
    router.refresh();
    onDone();
  };
  return (
    <div className={styles.form}>
      <p>
        The check page will say that the certificate of <bdi>{award.holder}</bdi> is no longer valid, with this reason.
        Its number is not used again.
      </p>
      <TextInput label="Reason" value={why} onChange={(event) => setWhy(event.currentTarget.value)} error={problem} />
      <Button color="brick" onClick={withdraw}>
        Withdraw the certificate
      </Button>
    </div>
  );
}
