import '@mantine/core/styles.css';
import '@mantine/dates/styles.css';
import '@mantine/notifications/styles.css';
import '@mantine/dropzone/styles.css';
import '@/ui/theme/base.css';
import type { ReactNode } from 'react';
import { anybody, nonce } from '@/app/_server/doors';
import { Shell, shellMetadata, shellViewport } from '@/ui/frame/Shell';
import { Providers } from './Providers';

export const metadata = shellMetadata;
export const viewport = shellViewport;

/** For those who make, mark and run courses: with the whole interface library. */
export default async function StudioLayout({ children }: { readonly children: ReactNode }) {
  const [key, { person }] = await Promise.all([nonce(), anybody()]);
  return (
    <Shell nonce={key}>
      <Providers nonce={key} locale={person?.locale ?? 'en-GB'}>
        {children}
      </Providers>
    </Shell>
  );
}
