import { act } from './act';

const isSignedOutHere = () =>
  fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' }).then(
    ({ ok }) => ok,
    () => false,
  );

/**
 * Signs out in this browser or everywhere, and leads to the sign-in page once that is done. Gives back a sentence where
 * it is not: whoever leaves a shared machine has to know.
 */
export async function signOut(everywhere: boolean): Promise<string | null> {
  const isOut = everywhere ? (await act('people.sign-out-everywhere', { also: true })).ok : await isSignedOutHere();
  if (!isOut) return 'You are not signed out: the school cannot be reached. Try again.';
  window.location.assign('/sign-in');
  return null;
}
