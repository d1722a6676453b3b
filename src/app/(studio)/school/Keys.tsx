'use client';
import { Alert, Button, Group, Modal, TableTd, TableTh, TableTr } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { dateTimeText, type Names, Temporal } from '@/core/kernel/time';
import type { KnownKey } from '@/server/certificate';
import { DataTable } from '@/ui/table/DataTable';
import styles from './school.module.css';

const stateOf = ({ revoked, retiredAt }: KnownKey, at: (instant: string) => string): string => {
  if (revoked) return `Taken back ${at(revoked)}`;
  return retiredAt ? `Signed until ${at(retiredAt)}; what it has signed is good` : 'Signs now';
};

type Wish = { readonly key: KnownKey; readonly isTakenBack: boolean };

/** The keys badges are signed with, and changing them. */
export function Keys({ keys, names }: { readonly keys: readonly KnownKey[]; readonly names: Names }) {
  const router = useRouter();
  const [wish, setWish] = useState<Wish | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const at = (instant: string) => dateTimeText(Temporal.Instant.from(instant), names);
  const change = async ({ key, isTakenBack }: Wish) => {
    const done = await act('certificate.change-key', { keyId: key.id, isTakenBack });
    setProblem(done.ok ? null : done.problem.sentence);
    if (done.ok) notifications.show({ color: 'malachite', message: 'Done. Badges are signed with the new key now.' });
    setWish(null);
    router.refresh();
  };
  return (
    <section className={styles.section} aria-labelledby="keys">
      <h2 id="keys">What badges are signed with</h2>
      <p>
        Whoever is given a badge checks it with the public half of a key, which stands at <code>/issuer/keys</code>. The
        private half of the one that signs is kept sealed here, and deleted once another follows.
      </p>
      {problem && (
        <Alert color="brick" variant="light" role="alert">
          {problem}
        </Alert>
      )}
      <div className={styles.scroll}>
        <DataTable names={['Key', 'Since', 'State', '']}>
          {keys.map((key) => (
            <TableTr key={key.id}>
              <TableTh scope="row">
                <code>{key.id.slice(0, 12)}…</code>
              </TableTh>
              <TableTd>{at(key.createdAt)}</TableTd>
              <TableTd>{stateOf(key, at)}</TableTd>
              <TableTd>
                <Group gap="xs" justify="flex-end">
                  {!key.retiredAt && (
                    <Button size="compact-sm" variant="default" onClick={() => setWish({ key, isTakenBack: false })}>
                      Change it
                    </Button>
                  )}
                  {!key.revoked && (
                    <Button
                      size="compact-sm"
                      variant="default"
                      color="brick"
                      onClick={() => setWish({ key, isTakenBack: true })}
                    >
                      Take it back
                    </Button>
                  )}
                </Group>
              </TableTd>
            </TableTr>
          ))}
        </DataTable>
      </div>
      <Modal
        opened={wish !== null}
        onClose={() => setWish(null)}
        title={wish?.isTakenBack ? 'Take this key back' : 'Sign with a new key'}
      >
        <p>
          {wish?.isTakenBack
            ? 'For when somebody else may have its private half. Every badge it has signed is refused from now on, here and by whoever asks for the school’s keys. Learners take their badges and PDFs along anew; certificates and their check pages stay as they are.'
            : 'Badges are signed with a new key from now on. Those that were taken along before stay good. The private half of the old key is deleted.'}
        </p>
        <Group mt="md">
          <Button color={wish?.isTakenBack ? 'brick' : 'malachite'} onClick={() => wish && change(wish)}>
            {wish?.isTakenBack ? 'Take it back' : 'Sign with a new key'}
          </Button>
          <Button variant="default" onClick={() => setWish(null)}>
            Cancel
          </Button>
        </Group>
      </Modal>
    </section>
  );
}
