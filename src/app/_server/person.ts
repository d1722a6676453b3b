import { headers } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import { type Person, personOf } from '@/server/people';

/** Who is asking, looked up once a request. */
export const currentPerson = cache(async (): Promise<Person | null> => personOf(await headers()));

/** The person, or the sign-in page and then back to where they wanted to go. */
export async function signedIn(wanted: string): Promise<Person> {
  return (await currentPerson()) ?? redirect(`/sign-in?next=${encodeURIComponent(wanted)}`);
}

/** What was looked for, or the page that says it is not there. */
export const orNotFound = <T>(found: T | null | undefined): T => found ?? notFound();

export const nonce = async () => (await headers()).get('x-nonce') ?? undefined;
