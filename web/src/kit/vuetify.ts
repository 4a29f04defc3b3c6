import 'vuetify/styles/core';
import { createVuetify, type ThemeDefinition } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';
import { palettes, type Palette } from './tokens.ts';

/** Vuetify carries behaviour (focus, menus, dialogs, tables); the colours are ours. */
const themeOf = (palette: Palette, dark: boolean): ThemeDefinition => ({
  dark,
  colors: {
    background: palette.mat,
    surface: palette.card,
    primary: palette.copper,
    secondary: palette.matRaised,
    error: palette.stop,
    warning: palette.caution,
    'on-surface': palette.ink,
    'on-background': palette.onMat,
  },
});

/** By which the server knows the style element that the theme writes. */
const nonce = document.querySelector<HTMLMetaElement>('meta[property=csp-nonce]')?.nonce;

const field = { variant: 'outlined', density: 'comfortable', hideDetails: 'auto' } as const;

export const vuetify = createVuetify({
  theme: {
    ...(nonce ? { cspNonce: nonce } : {}),
    defaultTheme: 'light',
    themes: { light: themeOf(palettes.light, false), dark: themeOf(palettes.dark, true) },
  },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    global: { ripple: false },
    VAutocomplete: field,
    VCombobox: field,
    VTextField: field,
    VTextarea: { ...field, autoGrow: true, rows: 2 },
    VSelect: field,
    VFileInput: field,
    VDialog: { maxWidth: 620 },
    VTabs: { height: 48 },
  },
});
