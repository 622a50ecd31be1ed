import { Alert, createTheme, type CSSVariablesResolver, type MantineColorsTuple } from '@mantine/core';

/* The only file with colours in it. Everything else names a token. */

const oak: MantineColorsTuple = [
  '#f8f1ea',
  '#ecdfd2',
  '#dac0a6',
  '#c69f78',
  '#b58352',
  '#a8723f',
  '#7a4f2b',
  '#6b4424',
  '#5a391d',
  '#452a13',
];
const leaf: MantineColorsTuple = [
  '#ebf5f1',
  '#d7e8e1',
  '#adcfc1',
  '#80b59f',
  '#5b9f84',
  '#448f72',
  '#2f6b57',
  '#275c4a',
  '#1e4c3c',
  '#123a2c',
];
const brass: MantineColorsTuple = [
  '#fdf5e6',
  '#f6e8cc',
  '#ebd09b',
  '#dfb665',
  '#d4a13d',
  '#c8932f',
  '#b9832a',
  '#8a5f17',
  '#75500f',
  '#5a3c06',
];
const ember: MantineColorsTuple = [
  '#fdeeea',
  '#f7dad3',
  '#edb3a5',
  '#e28973',
  '#d8674a',
  '#cb4d2f',
  '#b23a22',
  '#98301b',
  '#7e2614',
  '#601a0b',
];
const harbour: MantineColorsTuple = [
  '#ebf2f9',
  '#d5e2ef',
  '#a9c4df',
  '#7aa4ce',
  '#5489bf',
  '#3d77b3',
  '#2c5f8a',
  '#245179',
  '#1b4366',
  '#10324f',
];

const note = (ground: string, edge: string) => ({
  '--alert-bg': `var(--ob-${ground})`,
  '--alert-color': 'var(--ob-text)',
  '--alert-bd': `1px solid var(--ob-${edge})`,
});

/** A long list of choices scrolls itself: what scrolls around it could not be reached by keys. */
const choices = {
  defaultProps: { withScrollArea: false },
  styles: { options: { maxHeight: 220, overflowY: 'auto' as const } },
};

export const theme = createTheme({
  colors: { oak, leaf, brass, ember, harbour },
  primaryColor: 'leaf',
  primaryShade: 6,
  white: '#FFFDF7',
  black: '#26221B',
  fontFamily: '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif',
  headings: {
    fontFamily: '"Bitter Variable", Georgia, serif',
    fontWeight: '600',
    sizes: { h1: { fontSize: '1.75rem' }, h2: { fontSize: '1.25rem' }, h3: { fontSize: '1.0625rem' } },
  },
  defaultRadius: 6,
  radius: { md: '6px', sm: '6px' },
  fontSizes: { xs: '0.8125rem', sm: '0.9375rem', md: '1rem' },
  spacing: { xs: '8px', sm: '12px', md: '16px', lg: '24px', xl: '32px' },
  respectReducedMotion: true,
  cursorType: 'pointer',
  components: {
    Button: { defaultProps: { size: 'md' } },
    // Whatever the colour of a note, its words are dark on a pale ground.
    Alert: Alert.extend({
      defaultProps: { color: 'brass' },
      styles: { title: { color: 'var(--ob-text)' }, message: { color: 'var(--ob-text)' } },
      vars: (_, { color, variant }) => ({
        root: variant === 'filled' ? {} : color === 'leaf' ? note('leaf-soft', 'leaf') : note('brass-pale', 'brass'),
      }),
    }),
    Select: choices,
    TagsInput: choices,
    // A menu holds its items and nothing else.
    Menu: { defaultProps: { withInitialFocusPlaceholder: false } },
    ColorInput: { defaultProps: { eyeDropperButtonProps: { 'aria-label': 'Take a colour from the screen' } } },
    CloseButton: { defaultProps: { 'aria-label': 'Close' } },
    Tooltip: { defaultProps: { openDelay: 400, events: { hover: true, focus: true, touch: false } } },
  },
});

export const cssVariables: CSSVariablesResolver = () => ({
  variables: {
    '--ob-paper': '#FAF6EC',
    '--ob-card': '#FFFDF7',
    '--ob-line': '#E4DAC4',
    '--ob-text': '#26221B',
    '--ob-quiet': '#6B6252',
    '--ob-slate': '#1F2B29',
    '--ob-raised': '#2A3936',
    '--ob-hall-line': '#3B4D49',
    '--ob-hall-text': '#F1ECDF',
    '--ob-hall-quiet': '#B9C4BF',
    '--ob-oak': oak[6],
    '--ob-oak-pale': oak[0],
    '--ob-leaf': leaf[6],
    '--ob-leaf-soft': leaf[1],
    '--ob-leaf-bright': leaf[3],
    '--ob-brass': brass[6],
    '--ob-brass-bright': brass[4],
    '--ob-brass-deep': brass[7],
    '--ob-brass-pale': brass[0],
    '--ob-ember': ember[6],
    '--ob-ember-bright': ember[3],
    '--ob-ember-pale': ember[0],
    '--ob-harbour': harbour[6],
  },
  // What the library says for a light page is said here, or it is not heard.
  light: {
    '--mantine-color-body': '#FAF6EC',
    '--mantine-color-error': brass[8]!,
    '--mantine-color-dimmed': '#6B6252',
    '--mantine-color-default-border': '#CFC3A8',
    '--mantine-color-placeholder': '#6B6252',
  },
  dark: {},
});
