import { usePreferredDark, useStorage } from '@vueuse/core';
import { computed, watchEffect } from 'vue';
import { useTheme as useVuetifyTheme } from 'vuetify';
import { paint, type ThemeName } from './tokens.ts';

/** The theme in use: the device's own until one is chosen here; a choice is kept on this device. */
export function useThemeChoice() {
  const vuetify = useVuetifyTheme();
  const chosen = useStorage<string>('bemtor.theme', '');
  const prefersDark = usePreferredDark();
  const theme = computed<ThemeName>(() => {
    if (chosen.value === 'light' || chosen.value === 'dark') return chosen.value;
    return prefersDark.value ? 'dark' : 'light';
  });
  watchEffect(() => {
    paint(document.documentElement, theme.value);
    vuetify.change(theme.value);
  });
  const toggle = () => (chosen.value = theme.value === 'light' ? 'dark' : 'light');
  return { theme, toggle };
}
