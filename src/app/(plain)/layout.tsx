import '@/ui/theme/base.css';
import type { ReactNode } from 'react';
import { anybody, nonce } from '@/app/_server/doors';
import { namesNow } from '@/core/kernel/locale';
import { Shell, shellMetadata, shellViewport } from '@/ui/frame/Shell';

export const metadata = shellMetadata;
export const viewport = shellViewport;

/** For learners and visitors: no interface library, so that a lesson is there at once on a phone. */
export default async function PlainLayout({ children }: { readonly children: ReactNode }) {
  const [key, { person }] = await Promise.all([nonce(), anybody()]);
  return (
    <Shell nonce={key} names={person ?? namesNow()}>
      {children}
    </Shell>
  );
}
