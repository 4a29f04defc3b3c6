import 'vuetify/styles/core';
import { createVuetify, type ThemeDefinition } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';
import { pageNonce } from './pageNonce.ts';
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

const field = { variant: 'outlined', density: 'comfortable', hideDetails: 'auto' } as const;

export const vuetify = createVuetify({
  theme: {
    ...(pageNonce ? { cspNonce: pageNonce } : {}),
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
