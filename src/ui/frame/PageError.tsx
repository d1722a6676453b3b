'use client';

/** For pages that broke; the number is the one in the log. */
export function PageError({
  error,
  reset,
}: {
  readonly error: Error & { digest?: string };
  readonly reset: () => void;
}) {
  return (
    <main style={{ maxWidth: 520, margin: '15vh auto', padding: 24 }}>
      <h1>This page could not be shown</h1>
      <p style={{ margin: '12px 0 20px' }}>
        Something went wrong on our side; nothing you saved is lost. Try again in a moment.
        {error.digest ? ` If it happens again, quote ${error.digest}.` : ''}
      </p>
      <button type="button" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
