import type { ReactNode } from 'react';
import { schemeScript, tokensCss } from '@/ui/theme/tokens';

export const shellMetadata = { title: { default: 'Mosaik', template: '%s · Mosaik' } };
export const shellViewport = { width: 'device-width', initialScale: 1 };

/** The page around every page: colours before the first paint, and nothing else. */
export function Shell({ nonce, children }: { readonly nonce: string | undefined; readonly children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <style nonce={nonce} dangerouslySetInnerHTML={{ __html: tokensCss }} />
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: schemeScript }} />
      </head>
      <body>{children}</body>
    </html>
  );
}
