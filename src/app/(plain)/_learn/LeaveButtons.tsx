'use client';
import { act } from '@/app/_client/act';
import controls from '@/ui/plain/controls.module.css';
import { useReady } from '@/ui/plain/useReady';

const leave = () => window.location.assign('/sign-in');

export function LeaveButtons() {
  const ready = useReady();
  const here = async () => {
    await fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' });
    leave();
  };
  const everywhere = async () => {
    if ((await act('people.sign-out-everywhere', { also: true })).ok) leave();
  };
  return (
    <>
      <button type="button" className={controls.button} onClick={here} disabled={!ready}>
        Sign out
      </button>
      <button type="button" className={controls.button} onClick={everywhere} disabled={!ready}>
        Everywhere
      </button>
    </>
  );
}
