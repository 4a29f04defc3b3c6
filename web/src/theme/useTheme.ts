import { ref, watchEffect } from 'vue';
import { useTheme as useVuetifyTheme } from 'vuetify';

export type ThemeName = 'light' | 'dark';
const key = 'bemtor.theme';

function firstTheme(): ThemeName {
  const saved = localStorage.getItem(key);
  if (saved === 'light' || saved === 'dark') return saved;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

/** The theme in use; a choice is kept on this device. */
export function useThemeChoice() {
  const vuetify = useVuetifyTheme();
  const theme = ref<ThemeName>(firstTheme());
  watchEffect(() => {
    document.documentElement.dataset['theme'] = theme.value;
    vuetify.change(theme.value);
  });
  const toggle = () => {
    theme.value = theme.value === 'light' ? 'dark' : 'light';
    localStorage.setItem(key, theme.value);
  };
  return { theme, toggle };
}
