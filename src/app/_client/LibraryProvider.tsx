'use client';
import { localStorageColorSchemeManager, MantineProvider } from '@mantine/core';
import { DatesProvider } from '@mantine/dates';
import type { ReactNode } from 'react';
import { theme, themeVariables } from '@/ui/theme/theme';
import { schemeKey } from '@/ui/theme/tokens';

const schemes = localStorageColorSchemeManager({ key: schemeKey });

type WeekInfo = { readonly firstDay?: number };
type Weekly = Intl.Locale & { readonly weekInfo?: WeekInfo; readonly getWeekInfo?: () => WeekInfo };
/** 0 Sunday to 6 Saturday, by the person's language (ECMA-402, Intl.Locale). */
function firstDayOf(locale: string): 0 | 1 | 2 | 3 | 4 | 5 | 6 {
  const own = new Intl.Locale(locale) as Weekly;
  return (((own.getWeekInfo?.() ?? own.weekInfo)?.firstDay ?? 1) % 7) as 0 | 1 | 2 | 3 | 4 | 5 | 6;
}

type Props = {
  readonly children: ReactNode;
  readonly nonce: string | undefined;
  /** The language of the person, which dates and times follow. */
  readonly locale: string;
};

/** What parts of the interface library need around them. */
export function LibraryProvider({ children, nonce, locale }: Props) {
  return (
    <MantineProvider
      theme={theme}
      cssVariablesResolver={themeVariables}
      colorSchemeManager={schemes}
      defaultColorScheme="auto"
      getStyleNonce={() => nonce ?? ''}
    >
      <DatesProvider settings={{ locale, firstDayOfWeek: firstDayOf(locale), weekendDays: [] }}>
        {children}
      </DatesProvider>
    </MantineProvider>
  );
}
