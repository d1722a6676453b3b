import '@/ui/theme/base.css';
import type { ReactNode } from 'react';
import { nonce } from '@/app/_server/doors';
import { Shell, shellMetadata, shellViewport } from '@/ui/frame/Shell';

export const metadata = shellMetadata;
export const viewport = shellViewport;

/** For learners and visitors: no interface library, so that a lesson is there at once on a phone. */
export default async function PlainLayout({ children }: { readonly children: ReactNode }) {
  return <Shell nonce={await nonce()}>{children}</Shell>;
}
