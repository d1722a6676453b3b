'use client';
import { localStorageColorSchemeManager, MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import type { ReactNode } from 'react';
import { theme, themeVariables } from '@/ui/theme/theme';
import { schemeKey } from '@/ui/theme/tokens';

const schemes = localStorageColorSchemeManager({ key: schemeKey });

export function Providers({ children, nonce }: { readonly children: ReactNode; readonly nonce: string | undefined }) {
  return (
    <MantineProvider
      theme={theme}
      cssVariablesResolver={themeVariables}
      colorSchemeManager={schemes}
      defaultColorScheme="auto"
      getStyleNonce={() => nonce ?? ''}
    >
      <Notifications position="bottom-left" autoClose={7000} />
      {children}
    </MantineProvider>
  );
}
