import '@mantine/core/styles.css';
import '@mantine/notifications/styles.css';
import '@mantine/dropzone/styles.css';
import '@/ui/theme/base.css';
import type { ReactNode } from 'react';
import { nonce } from '@/app/_server/person';
import { schemeScript, tokensCss } from '@/ui/theme/tokens';
import { Providers } from './Providers';

export const metadata = { title: { default: 'Mosaik', template: '%s · Mosaik' } };
export const viewport = { width: 'device-width', initialScale: 1 };

/** For those who make, mark and run courses: with the whole interface library. */
export default async function StudioLayout({ children }: { readonly children: ReactNode }) {
  const key = await nonce();
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <style nonce={key} dangerouslySetInnerHTML={{ __html: tokensCss }} />
        <script nonce={key} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: schemeScript }} />
      </head>
      <body>
        <Providers nonce={key}>{children}</Providers>
      </body>
    </html>
  );
}
