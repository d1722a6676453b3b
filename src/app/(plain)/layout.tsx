import '@/ui/theme/base.css';
import type { ReactNode } from 'react';
import { nonce } from '@/app/_server/person';
import { schemeScript, tokensCss } from '@/ui/theme/tokens';

export const metadata = { title: { default: 'Mosaik', template: '%s · Mosaik' } };
export const viewport = { width: 'device-width', initialScale: 1 };

/** For learners and visitors: no interface library, so that a lesson is there at once on a phone. */
export default async function PlainLayout({ children }: { readonly children: ReactNode }) {
  const key = await nonce();
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <style nonce={key} dangerouslySetInnerHTML={{ __html: tokensCss }} />
        <script nonce={key} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: schemeScript }} />
      </head>
      <body>{children}</body>
    </html>
  );
}
