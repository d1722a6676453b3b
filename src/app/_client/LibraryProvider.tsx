'use client';
import { localStorageColorSchemeManager, MantineProvider } from '@mantine/core';
import { DatesProvider } from '@mantine/dates';
import type { ReactNode } from 'react';
import { firstWeekday, localeNow } from '@/core/kernel/locale';
import { theme, themeVariables } from '@/ui/theme/theme';
import { schemeKey } from '@/ui/theme/tokens';

const schemes = localStorageColorSchemeManager({ key: schemeKey });

type Props = {
  readonly children: ReactNode;
  readonly nonce: string | undefined;
};

/** What parts of the interface library need around them. */
export function LibraryProvider({ children, nonce }: Props) {
  const locale = localeNow();
  return (
    <MantineProvider
      theme={theme}
      cssVariablesResolver={themeVariables}
      colorSchemeManager={schemes}
      defaultColorScheme="auto"
      getStyleNonce={() => nonce ?? ''}
    >
      <DatesProvider
        settings={{ locale, firstDayOfWeek: (firstWeekday(locale) % 7) as 0 | 1 | 2 | 3 | 4 | 5 | 6, weekendDays: [] }}
      >
        {children}
      </DatesProvider>
    </MantineProvider>
  );
}
