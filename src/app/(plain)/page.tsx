import { redirect } from 'next/navigation';
import { signedIn } from '@/app/_server/doors';
import { beginsWith } from '@/core/people';

const addresses = { courses: '/courses', marking: '/marking', learning: '/learn' } as const;

/** Everybody begins where their work is. */
export default async function Home(): Promise<never> {
  const { person } = await signedIn('/');
  redirect(addresses[beginsWith(person)]);
}
