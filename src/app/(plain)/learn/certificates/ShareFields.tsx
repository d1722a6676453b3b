'use client';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';
import styles from './certificates.module.css';
import { copied } from './copied';

type Props = {
  readonly certificateId: string;
  readonly address: string;
  readonly words: string;
  readonly isPrivate: boolean;
  readonly showsGrade: boolean;
  readonly hasGrade: boolean;
};

/** What others see of a certificate, and what can be given to them. */
export function ShareFields({ certificateId, address, words, hasGrade, ...shown }: Props) {
  const ready = useReady();
  const [isPrivate, setPrivate] = useState(shown.isPrivate);
  const [showsGrade, setShowsGrade] = useState(shown.showsGrade);
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const save = async (next: { isPrivate: boolean; showsGrade: boolean }) => {
    const before = { isPrivate, showsGrade };
    setPrivate(next.isPrivate);
    setShowsGrade(next.showsGrade);
    const done = await act('certificate.share', { certificateId, ...next });
    setProblem(done.ok ? null : done.problem.sentence);
    setSaid(done.ok ? 'Saved.' : '');
    if (done.ok) return;
    setPrivate(before.isPrivate);
    setShowsGrade(before.showsGrade);
  };
  const copy = async (text: string, what: string) => setSaid(await copied(text, what));
  return (
    <fieldset className={styles.share}>
      <legend>Show it to others</legend>
      <label>
        <input
          type="checkbox"
          disabled={!ready}
          checked={!isPrivate}
          onChange={(event) => save({ isPrivate: !event.currentTarget.checked, showsGrade })}
        />{' '}
        Whoever has the address sees my name and what it is for
      </label>
      {hasGrade && (
        <label>
          <input
            type="checkbox"
            disabled={!ready || isPrivate}
            checked={showsGrade && !isPrivate}
            onChange={(event) => save({ isPrivate, showsGrade: event.currentTarget.checked })}
          />{' '}
          and my grade
        </label>
      )}
      {!isPrivate && (
        <>
          <p className={styles.links}>
            <button
              type="button"
              className={controls.button}
              disabled={!ready}
              onClick={() => copy(address, 'The address')}
            >
              Copy the address
            </button>
            <button
              type="button"
              className={controls.button}
              disabled={!ready}
              onClick={() => copy(words, 'The words')}
            >
              Copy ready words
            </button>
          </p>
          <p className={styles.ready}>{words}</p>
        </>
      )}
      <p role="status" className={controls.quiet}>
        {said}
      </p>
      {problem && (
        <p role="alert" className={controls.problem}>
          {problem}
        </p>
      )}
    </fieldset>
  );
}
