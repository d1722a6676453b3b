import { Link } from './Link';

/** For addresses that lead nowhere, or nowhere for this person. */
export function NotHere() {
  return (
    <main style={{ maxWidth: 520, margin: '15vh auto', padding: 24 }}>
      <title>Not here · Mosaik</title>
      <h1>This page is not here, or not for you</h1>
      <p style={{ margin: '12px 0 20px' }}>
        The address may be wrong, the course may have moved, or you may not be part of it. If you followed a link, ask
        the person who gave it to you.
      </p>
      <Link href="/">Go to where your work is</Link>
    </main>
  );
}
