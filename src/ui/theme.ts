import { createSystem, defaultBaseConfig, defineConfig, mergeConfigs } from '@chakra-ui/react';
import { defaultThemeConfig } from '@chakra-ui/react/theme';

const { recipes: _, slotRecipes, tokens, semanticTokens, ...theme } = defaultThemeConfig.theme!;

const only = <T extends object>(all: T | undefined, names: readonly string[]): T =>
  Object.fromEntries(Object.entries(all ?? {}).filter(([name]) => names.includes(name))) as T;

/**
 * Chakra's tokens with the recipes of the components in use, and the colours that these refer to: its ten palettes take half
 * of the time in which the system is made, on every page. Its global style is left out: that gives every element of a page
 * twenty custom properties of its own.
 */
const base = mergeConfigs(defaultBaseConfig, {
  preflight: true,
  theme: {
    ...theme,
    tokens: {
      ...tokens,
      colors: only(tokens?.colors, [
        'transparent',
        'current',
        'black',
        'white',
        'blackAlpha',
        'whiteAlpha',
        'gray',
        'red',
      ]),
    },
    semanticTokens: {
      ...semanticTokens,
      colors: only(semanticTokens?.colors, ['bg', 'fg', 'border', 'gray', 'red']),
    },
    slotRecipes: {
      datePicker: slotRecipes!.datePicker!,
      dialog: slotRecipes!.dialog!,
      popover: slotRecipes!.popover!,
      tabs: slotRecipes!.tabs!,
    },
  },
});

/** Paper and natural dyes. Two grounds: flax (light) and vat (dark). */
const both = (light: string, dark: string) => ({ value: { _light: light, _dark: dark } });

const config = defineConfig({
  cssVarsPrefix: 'fabrica',
  strictTokens: false,
  globalCss: {
    html: {
      colorPalette: 'gray',
      '--global-font-mono': 'fonts.mono',
      '--global-font-body': 'fonts.body',
      '--global-color-border': 'colors.border',
    },
    '*::placeholder': { color: 'fg.muted/80' },
    'html, body': {
      background: 'ground',
      color: 'ink',
      fontFamily: 'body',
      fontVariantNumeric: 'tabular-nums',
      lineHeight: '1.45',
      minHeight: '100dvh',
    },
    '.thread-strip': {
      width: '4.5625rem',
      height: '0.875rem',
      color: 'ink',
      flexShrink: 0,
      '--draft': 'colors.woad',
      '--sign': 'colors.weld',
    },
    '.thread-strip-target': {
      height: '1.5rem',
      display: 'inline-flex',
      alignItems: 'center',
      cursor: 'pointer',
    },
    '::selection': { background: 'wash' },
    ':focus-visible': { outline: '2px solid', outlineColor: 'woad', outlineOffset: '2px' },
    '@media (prefers-reduced-motion: reduce)': {
      '& *': { animation: 'none !important', transition: 'none !important' },
    },
  },
  theme: {
    tokens: {
      fonts: {
        body: { value: '"Source Sans 3 Variable", "Noto Sans", "Noto Sans CJK SC", sans-serif' },
        heading: { value: '"Fraunces Variable", "Noto Serif", "Noto Serif CJK SC", serif' },
        mono: { value: '"DejaVu Sans Mono", ui-monospace, monospace' },
      },
      /** Sizes of text; all of them grow with the person's own. */
      fontSizes: {
        tiny: { value: '0.75rem' },
        small: { value: '0.8125rem' },
        body: { value: '0.875rem' },
        lead: { value: '0.9375rem' },
        large: { value: '1rem' },
        larger: { value: '1.125rem' },
        title: { value: '1.3125rem' },
        display: { value: '1.625rem' },
      },
      radii: { xs: { value: '1px' }, sm: { value: '2px' }, md: { value: '2px' }, lg: { value: '3px' } },
    },
    textStyles: {
      display: { value: { fontFamily: 'heading', fontSize: 'display', fontWeight: '600' } },
      title: { value: { fontFamily: 'heading', fontSize: 'title', fontWeight: '600' } },
      subtitle: { value: { fontFamily: 'heading', fontSize: 'large', fontWeight: '600' } },
      label: { value: { fontSize: 'small', fontWeight: '600' } },
      hint: { value: { fontSize: 'small', color: 'soft' } },
    },
    semanticTokens: {
      colors: {
        ground: both('#E6E7E1', '#22272C'),
        leaf: both('#F1F1EC', '#2A3036'),
        sheet: both('#FAFAF7', '#1D2226'),
        ink: both('#2B2722', '#E7E3D9'),
        soft: both('#615C54', '#ABA89F'),
        border: { DEFAULT: both('#CFCEC5', '#3F464D') },
        hairline: both('#CFCEC5', '#3F464D'),
        rule: both('#8A867B', '#757B80'),
        woad: both('#2F5673', '#8FB6D1'),
        wash: both('#D5DFE6', '#33454F'),
        madder: both('#96243F', '#D6637F'),
        onMadder: both('#FFFFFF', '#1B1216'),
        madderText: both('#96243F', '#E88DA3'),
        weld: both('#D9AE2B', '#D9AE2B'),
        /** On the filled sign, in both themes. */
        onWeld: both('#2B2722', '#2B2722'),
        weldText: both('#6F5A00', '#E3C25C'),
        field: both('#D3D3D3', '#161616'),
      },
    },
  },
});

export const system = createSystem(base, config);
