/** Copies a text, and says so, or what to do where the browser does not. */
export async function copied(text: string, what: string): Promise<string> {
  const done = await navigator.clipboard?.writeText(text).then(
    () => true,
    () => false,
  );
  return done ? `${what} copied.` : 'This browser does not copy. Mark the words and copy them.';
}
