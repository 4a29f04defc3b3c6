import 'vuetify/styles/core';
import { createVuetify, type ThemeDefinition } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';

/** Vuetify carries behaviour (focus, menus, dialogs); the colours are ours. */
const light: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#0F3B3C',
    surface: '#F7F2E8',
    primary: '#B9632F',
    secondary: '#154848',
    error: '#C53F2E',
    warning: '#F4C63D',
    'on-surface': '#1C2523',
    'on-background': '#EDF3EE',
  },
};
const dark: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#0A2021',
    surface: '#14302F',
    primary: '#E79A62',
    secondary: '#102E2F',
    error: '#C53F2E',
    warning: '#F4C63D',
    'on-surface': '#EDF3EE',
    'on-background': '#EDF3EE',
  },
};

export const vuetify = createVuetify({
  theme: { defaultTheme: 'light', themes: { light, dark } },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    VAutocomplete: { variant: 'outlined', density: 'comfortable', hideDetails: true },
    VTextField: { variant: 'outlined', density: 'comfortable', hideDetails: true },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: true },
    VDialog: { maxWidth: 620 },
  },
});
