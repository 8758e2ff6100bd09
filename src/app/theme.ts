import {
  Button,
  Checkbox,
  createTheme,
  Radio,
  SegmentedControl,
  Table,
  type CSSVariablesResolver,
  type MantineTheme,
} from '@mantine/core';

/** What a button may look like: pressed first, beside it, in a sentence, and the one that stops a machine. */
const buttonColours = (variant: string | undefined, colour: string | undefined): Record<string, string> => {
  if (colour === 'oxide')
    return {
      '--button-bg': variant === 'outline' ? 'transparent' : 'var(--oxide)',
      '--button-hover': 'var(--oxide-pale)',
      '--button-color': variant === 'outline' ? 'var(--oxide)' : 'var(--on-plum)',
      '--button-hover-color': 'var(--oxide)',
      '--button-bd': '1px solid var(--oxide)',
    };
  if (variant === 'default')
    return {
      '--button-bg': 'var(--paper)',
      '--button-hover': 'var(--plum-pale)',
      '--button-color': 'var(--plum)',
      '--button-bd': '1px solid var(--plum)',
    };
  if (variant === 'subtle')
    return {
      '--button-bg': 'transparent',
      '--button-hover': 'var(--plum-pale)',
      '--button-color': 'var(--plum)',
      '--button-bd': '1px solid transparent',
    };
  return {
    '--button-bg': 'var(--plum)',
    '--button-hover': 'var(--plum-deep)',
    '--button-color': 'var(--on-plum)',
    '--button-bd': '1px solid var(--plum)',
  };
};

/** One file between the parts that come ready made and our look (src/ui/theme.css has the inks of both schemes). */
export const theme = createTheme({
  fontFamily: "'Archivo Variable', sans-serif",
  fontFamilyMonospace: "'Spline Sans Mono Variable', monospace",
  defaultRadius: 3,
  primaryColor: 'plum',
  primaryShade: { light: 7, dark: 4 },
  colors: {
    plum: [
      '#f8f0f5',
      '#ecdce6',
      '#dcb9cf',
      '#cb93b6',
      '#bb71a0',
      '#a2568a',
      '#864273',
      '#6a2e57',
      '#4f2040',
      '#381530',
    ],
  },
  components: {
    SegmentedControl: SegmentedControl.extend({
      styles: { root: { backgroundColor: 'var(--lime2)' }, indicator: { backgroundColor: 'var(--paper)' } },
    }),
    Button: Button.extend({
      defaultProps: { size: 'xs' },
      vars: (_theme: MantineTheme, { variant, color }) => ({ root: buttonColours(variant, color) }),
    }),
    Checkbox: Checkbox.extend({ defaultProps: { size: 'xs' } }),
    Radio: Radio.extend({ defaultProps: { size: 'xs' } }),
    Table: Table.extend({ defaultProps: { withRowBorders: false } }),
  },
});

/** Hints, placeholders and what is wrong with a field in inks of our own, which have contrast enough on every ground. */
export const inks: CSSVariablesResolver = () => {
  const ours = {
    '--mantine-color-dimmed': 'var(--dim)',
    '--mantine-color-placeholder': 'var(--dim)',
    '--mantine-color-error': 'var(--oxide)',
  };
  return { variables: {}, light: ours, dark: ours };
};
