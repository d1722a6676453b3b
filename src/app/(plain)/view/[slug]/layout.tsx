import '@mantine/core/styles.layer.css';
import '@mantine/dates/styles.layer.css';
import type { ReactNode } from 'react';
import { LibraryProvider } from '@/app/_client/LibraryProvider';
import { nonce } from '@/app/_server/doors';

/**
 * Staff look at a learner's pages here, below a strip with fields of the interface library. Its styles lie in a
 * layer of their own: whatever the pages say of themselves goes first, so that they look as a learner gets them.
 */
export default async function ViewLayout({ children }: { readonly children: ReactNode }) {
  return <LibraryProvider nonce={await nonce()}>{children}</LibraryProvider>;
}
