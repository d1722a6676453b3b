import type { Problem } from '@/core/kernel/problem';

/** Signs in; gives back what went wrong as a sentence, or null. */
export async function signIn(email: string, password: string): Promise<string | null> {
  try {
    const response = await fetch('/api/auth/sign-in/email', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: email.trim(), password }),
    });
    if (response.ok) return null;
    const { problem } = (await response.json()) as { readonly problem: Problem };
    return problem.sentence;
  } catch {
    return 'The school cannot be reached. Check the connection, then try again.';
  }
}
