import type { ReactNode } from 'react';
import type { SpokenTo } from '@/core/kernel/locale';
import { schemeScript, tokensCss } from '@/ui/theme/tokens';

export const shellMetadata = { title: { default: 'Mosaik', template: '%s · Mosaik' } };
export const shellViewport = { width: 'device-width', initialScale: 1 };

type Props = {
  readonly nonce: string | undefined;
  /** Who is spoken to on the page: dates and numbers are written their way from the first part on. */
  readonly names: SpokenTo;
  readonly children: ReactNode;
};

/** The page around every page: colours before the first paint, whom it is for, and nothing else. */
export function Shell({ nonce, names: { locale, zone }, children }: Props) {
  const spokenTo = JSON.stringify({ locale, zone }).replaceAll('<', '\\u003c');
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <style nonce={nonce} dangerouslySetInnerHTML={{ __html: tokensCss }} />
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: schemeScript }} />
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: `mosaikSpokenTo=${spokenTo}` }}
        />
      </head>
      <body>{children}</body>
    </html>
  );
}
