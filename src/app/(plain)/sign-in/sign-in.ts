/** Signs in; gives back what went wrong as a sentence, or null. */
export async function signIn(email: string, password: string): Promise<string | null> {
  try {
    const response = await fetch('/api/auth/sign-in/email', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: email.trim(), password }),
    });
    if (response.ok) return null;
    if (response.status === 429) {
      const body = (await response.json().catch(() => null)) as { message?: string } | null;
      return body?.message?.startsWith('Too many attempts with') ? body.message : 'Too many attempts. Wait a minute, then try again.';
    }
    return 'This e-mail address and password do not go together. Check both; passwords tell capital letters from small ones.';
  } catch {
    return 'The school cannot be reached. Check the connection, then try again.';
  }
}
