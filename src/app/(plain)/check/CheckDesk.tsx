'use client';
import { IconFileCertificate } from '@tabler/icons-react';
import { type DragEvent, type FormEvent, useRef, useState } from 'react';
import { send } from '@/app/_client/act';
import type { Result } from '@/core/kernel/problem';
import type { Names } from '@/core/kernel/time';
import type { CheckedBadge, Told } from '@/server/certificate';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from './check.module.css';
import { ToldSheet } from './ToldSheet';

type Found = { readonly told: Told; readonly token: string | null };
type State =
  | { readonly is: 'waiting' }
  | { readonly is: 'working' }
  | { readonly is: 'answered'; readonly result: Result<Found> };

/** Two ways to ask: with the file somebody was given, or, where the school wishes, with a number and a name. */
export function CheckDesk({ isFound, names }: { readonly isFound: boolean; readonly names: Names }) {
  const ready = useReady();
  const [state, setState] = useState<State>({ is: 'waiting' });
  const [isOver, setOver] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const answer = async (asking: Promise<Result<Found>>) => {
    setState({ is: 'working' });
    setState({ is: 'answered', result: await asking });
  };
  const checkFile = (file: File | undefined) => {
    if (!file) return;
    const asking = send<CheckedBadge>('/api/check/file', file);
    answer(asking.then((done) => (done.ok ? { ok: true, value: done.value } : done)));
  };
  const find = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    const asking = send<Told>('/api/check/number', { number: given.get('number'), name: given.get('name') });
    answer(asking.then((done) => (done.ok ? { ok: true, value: { told: done.value, token: null } } : done)));
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    checkFile(event.dataTransfer.files[0]);
  };
  return (
    <>
      <div className={styles.ways}>
        <section
          className={styles.way}
          data-over={isOver || undefined}
          onDragOver={(event) => {
            event.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={drop}
          aria-label="With the file you were given"
        >
          <h2>With the file you were given</h2>
          <p className={controls.quiet}>
            The picture of a badge, the PDF of a certificate, or signed data. Nothing of it is kept, and nobody else is
            asked.
          </p>
          <IconFileCertificate size={40} stroke={1.25} aria-hidden="true" />
          <input
            ref={chooser}
            type="file"
            className="visually-hidden"
            tabIndex={-1}
            aria-label="The file to check"
            accept=".png,.svg,.pdf,.json,.jwt"
            onChange={(event) => {
              checkFile(event.currentTarget.files?.[0]);
              event.currentTarget.value = '';
            }}
          />
          <button
            type="button"
            className={controls.primary}
            disabled={!ready || state.is === 'working'}
            onClick={() => chooser.current?.click()}
          >
            Choose the file
          </button>
          <span className={controls.quiet}>or drop it here</span>
        </section>
        {isFound && (
          <form className={styles.way} onSubmit={find} aria-label="With number and name">
            <h2>With number and name</h2>
            <label className={controls.field}>
              <span className={controls.label}>Number on the certificate</span>
              <input className={controls.input} name="number" required maxLength={100} autoComplete="off" />
            </label>
            <label className={controls.field}>
              <span className={controls.label}>Name of its holder</span>
              <input className={controls.input} name="name" required maxLength={200} autoComplete="off" dir="auto" />
            </label>
            <button type="submit" className={controls.primary} disabled={!ready || state.is === 'working'}>
              Find it
            </button>
          </form>
        )}
      </div>
      <div aria-live="polite" className={styles.answer}>
        {state.is === 'working' && <p>Looking at it …</p>}
        {state.is === 'answered' && <Answer result={state.result} names={names} />}
      </div>
      <p className={controls.quiet}>
        You were given an address instead? Open it: it leads to the page of that certificate
        {isFound ? '.' : '. This school has certificates found by that address only.'}
      </p>
    </>
  );
}

function Answer({ result, names }: { readonly result: Result<Found>; readonly names: Names }) {
  if (!result.ok)
    return (
      <section className={styles.sheet} data-state="none" role="alert">
        <h1>It could not be confirmed</h1>
        <p>{result.problem.sentence}</p>
      </section>
    );
  const { told, token } = result.value;
  return (
    <ToldSheet told={told} names={names}>
      {token !== null && (
        <p>
          The badge is genuine: the school has signed it, and nothing in it was changed since.{' '}
          <a href={`/check/${token}`}>Its check page</a>
        </p>
      )}
    </ToldSheet>
  );
}
