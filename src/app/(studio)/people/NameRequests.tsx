'use client';
import { Alert, Button, Group } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import type { NameRequest } from '@/server/people';
import styles from './people.module.css';

/** Names that people who hold a certificate have asked for. */
export function NameRequests({
  requests,
  ownId,
}: {
  readonly requests: readonly NameRequest[];
  readonly ownId: string;
}) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  if (requests.length === 0) return null;
  const decide = async ({ personId, wanted }: NameRequest, yes: boolean) => {
    const done = await act('people.decide-name', { personId, name: wanted, yes });
    setProblem(done.ok ? null : done.problem.sentence);
    router.refresh();
  };
  return (
    <section className={styles.requests} aria-label="Names that wait for you">
      <h2>Names that wait for you</h2>
      <p>They hold a certificate in their present name, which stays as it was issued.</p>
      {problem && (
        <Alert color="brick" variant="light" role="alert">
          {problem}
        </Alert>
      )}
      <ul>
        {requests.map((request) => (
          <li key={request.personId}>
            <span>
              <bdi>{request.name}</bdi> wants to be called <b dir="auto">{request.wanted}</b>
            </span>
            {request.personId === ownId ? (
              <span>Another owner has to decide about your own name.</span>
            ) : (
              <Group gap="xs">
                <Button size="compact-sm" onClick={() => decide(request, true)}>
                  Agree
                </Button>
                <Button size="compact-sm" variant="default" onClick={() => decide(request, false)}>
                  Do not agree
                </Button>
              </Group>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
