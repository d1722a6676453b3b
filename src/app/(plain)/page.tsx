import { redirect } from 'next/navigation';
import { signedIn } from '@/app/_server/doors';

/** Everybody begins where their work is. */
export default async function Home(): Promise<never> {
  const {
    person: { role },
  } = await signedIn('/');
  redirect(role === 'learner' ? '/learn' : role === 'marker' ? '/marking' : '/courses');
}
