import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react';

/**
 * Moorland: fog is paper, slate is ink, heather is ours; lichen, gorse, rust and loch are good, risk, stop and information.
 * Tokens first, then what they mean in light and dark. Contrast AA at least, body text AAA.
 */
const config = defineConfig({
  globalCss: {
    'html, body': {
      bg: 'paper',
      color: 'ink',
      fontFamily: 'body',
      fontVariantNumeric: 'tabular-nums',
      minHeight: '100%',
    },
    // What is scrolled to, or focused, does not hide under a job's header.
    html: { scrollPaddingTop: '5rem' },
    '*:focus-visible': { outline: '3px solid', outlineColor: 'accent', outlineOffset: '2px' },
    '*': {
      '@media (prefers-reduced-motion: reduce)': {
        transitionDuration: '0s !important',
        animationDuration: '0s !important',
      },
    },
  },
  theme: {
    tokens: {
      colors: {
        fog: {
          50: { value: '#f8f7f3' },
          100: { value: '#efede6' },
          200: { value: '#dfdcd2' },
          300: { value: '#c4c0b3' },
          400: { value: '#8f8d84' },
        },
        slate: {
          400: { value: '#9fadb5' },
          500: { value: '#5c6b74' },
          600: { value: '#46545c' },
          700: { value: '#334047' },
          800: { value: '#222b30' },
          900: { value: '#171e22' },
        },
        heather: {
          200: { value: '#e6d3ea' },
          300: { value: '#cfaed7' },
          600: { value: '#744080' },
          700: { value: '#5b2f65' },
          900: { value: '#3a2342' },
        },
        lichen: {
          200: { value: '#d5e3cd' },
          300: { value: '#a9c99b' },
          600: { value: '#3f6b38' },
          700: { value: '#2f542a' },
          900: { value: '#22361f' },
        },
        gorse: {
          200: { value: '#f4e3a6' },
          300: { value: '#efcd5f' },
          600: { value: '#7a5a00' },
          700: { value: '#5f4600' },
          900: { value: '#403211' },
        },
        rust: {
          200: { value: '#f3d0c6' },
          300: { value: '#efa691' },
          600: { value: '#9a3218' },
          700: { value: '#7a2612' },
          900: { value: '#472016' },
        },
        loch: {
          200: { value: '#cde3ee' },
          300: { value: '#93c6df' },
          600: { value: '#1f6180' },
          700: { value: '#174b64' },
          900: { value: '#183442' },
        },
      },
      fonts: {
        body: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        heading: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        mono: { value: "'Atkinson Hyperlegible Mono Variable', monospace" },
      },
    },
    semanticTokens: {
      colors: {
        paper: { value: { _light: '{colors.fog.100}', _dark: '{colors.slate.900}' } },
        panel: { value: { _light: '{colors.fog.50}', _dark: '{colors.slate.800}' } },
        line: { value: { _light: '{colors.fog.300}', _dark: '{colors.slate.600}' } },
        edge: { value: { _light: '{colors.fog.400}', _dark: '{colors.slate.500}' } },
        ink: { value: { _light: '{colors.slate.900}', _dark: '{colors.fog.100}' } },
        quiet: { value: { _light: '{colors.slate.600}', _dark: '{colors.fog.300}' } },
        accent: { value: { _light: '{colors.heather.600}', _dark: '{colors.heather.300}' } },
        accentSoft: { value: { _light: '{colors.heather.200}', _dark: '{colors.heather.900}' } },
        onAccent: { value: { _light: '{colors.fog.50}', _dark: '{colors.slate.900}' } },
        good: { value: { _light: '{colors.lichen.700}', _dark: '{colors.lichen.300}' } },
        goodSoft: { value: { _light: '{colors.lichen.200}', _dark: '{colors.lichen.900}' } },
        risk: { value: { _light: '{colors.gorse.700}', _dark: '{colors.gorse.300}' } },
        riskSoft: { value: { _light: '{colors.gorse.200}', _dark: '{colors.gorse.900}' } },
        stop: { value: { _light: '{colors.rust.700}', _dark: '{colors.rust.300}' } },
        stopSoft: { value: { _light: '{colors.rust.200}', _dark: '{colors.rust.900}' } },
        info: { value: { _light: '{colors.loch.700}', _dark: '{colors.loch.300}' } },
        infoSoft: { value: { _light: '{colors.loch.200}', _dark: '{colors.loch.900}' } },
        // What Chakra's own recipes ask for.
        bg: { DEFAULT: { value: '{colors.paper}' }, panel: { value: '{colors.panel}' } },
        fg: { DEFAULT: { value: '{colors.ink}' }, muted: { value: '{colors.quiet}' } },
        border: { DEFAULT: { value: '{colors.edge}' } },
        heather: {
          solid: { value: '{colors.accent}' },
          contrast: { value: '{colors.onAccent}' },
          fg: { value: '{colors.accent}' },
          muted: { value: '{colors.accentSoft}' },
          subtle: { value: '{colors.accentSoft}' },
          emphasized: { value: '{colors.accentSoft}' },
          focusRing: { value: '{colors.accent}' },
        },
      },
    },
    recipes: {
      button: {
        base: { colorPalette: 'heather', borderRadius: 'md', fontWeight: '600', minHeight: '2.5rem' },
        variants: { variant: { outline: { borderColor: 'edge', bg: 'panel' } } },
      },
      input: { variants: { variant: { outline: { bg: 'panel', borderColor: 'edge' } } } },
      textarea: { variants: { variant: { outline: { bg: 'panel', borderColor: 'edge' } } } },
    },
  },
});

export const system = createSystem(defaultConfig, config);
