'use client';
import {
  Badge,
  Button,
  type CSSVariablesResolver,
  createTheme,
  Input,
  Menu,
  Notification,
  NumberInput,
  Select,
  Switch,
  Table,
  Textarea,
  TextInput,
  Tooltip,
} from '@mantine/core';
import { shades } from './tokens';

const tuple = (name: keyof typeof shades) => shades[name];

/** Mosaik's look as values of the interface library; the colours themselves stand in tokens.ts. */
export const theme = createTheme({
  primaryColor: 'malachite',
  primaryShade: { light: 6, dark: 6 },
  colors: {
    malachite: tuple('malachite'),
    plum: tuple('plum'),
    lapis: tuple('lapis'),
    saffron: tuple('saffron'),
    brick: tuple('brick'),
    dark: tuple('dark'),
  },
  fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  headings: { fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif", fontWeight: '650' },
  fontSizes: { xs: '0.75rem', sm: '0.8125rem', md: '0.875rem', lg: '1rem', xl: '1.25rem' },
  defaultRadius: 3,
  radius: { xs: '2px', sm: '3px', md: '4px', lg: '4px', xl: '4px' },
  focusRing: 'auto',
  cursorType: 'pointer',
  respectReducedMotion: true,
  components: {
    Badge: Badge.extend({ defaultProps: { radius: 2, size: 'sm' } }),
    Button: Button.extend({ defaultProps: { size: 'sm' } }),
    Input: Input.extend({ defaultProps: { size: 'sm' } }),
    TextInput: TextInput.extend({ defaultProps: { size: 'sm' } }),
    Textarea: Textarea.extend({ defaultProps: { size: 'sm' } }),
    NumberInput: NumberInput.extend({ defaultProps: { size: 'sm' } }),
    Select: Select.extend({ defaultProps: { size: 'sm', allowDeselect: false, comboboxProps: { shadow: undefined } } }),
    Switch: Switch.extend({ defaultProps: { size: 'sm', withThumbIndicator: false } }),
    Table: Table.extend({
      defaultProps: {
        withTableBorder: true,
        verticalSpacing: 7,
        horizontalSpacing: 12,
        bg: 'var(--panel)',
        borderColor: 'var(--grout)',
      },
    }),
    Tooltip: Tooltip.extend({ defaultProps: { openDelay: 400 } }),
    // The hidden element that takes the first focus is not allowed in a menu.
    Menu: Menu.extend({ defaultProps: { withInitialFocusPlaceholder: false } }),
    Notification: Notification.extend({ defaultProps: { closeButtonProps: { 'aria-label': 'Dismiss this message' } } }),
  },
});

const ours = {
  '--mantine-color-body': 'var(--plaster)',
  '--mantine-color-text': 'var(--ink)',
  '--mantine-color-dimmed': 'var(--ink-3)',
  '--mantine-color-default': 'var(--panel)',
  '--mantine-color-default-hover': 'var(--malachite-xl)',
  '--mantine-color-default-border': 'var(--field-line)',
  '--mantine-color-placeholder': 'var(--ink-3)',
  '--mantine-color-anchor': 'var(--malachite-text)',
  '--mantine-color-error': 'var(--brick-text)',
  '--mantine-primary-color-filled': 'var(--malachite)',
  '--mantine-primary-color-filled-hover': 'var(--malachite-d)',
  '--mantine-primary-color-light-color': 'var(--malachite-text)',
};
export const themeVariables: CSSVariablesResolver = () => ({ variables: {}, light: ours, dark: ours });
