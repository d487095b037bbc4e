/** The console's look: paper, ink and petrol; nothing of the component library's own colours is left. */
import { createVuetify } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';
import 'vuetify/styles';

const isDark = window.matchMedia('(prefers-color-scheme: dark)');
const themeName = (): string => (isDark.matches ? 'night' : 'paper');

const shared = { 'border-opacity': 0.16, 'high-emphasis-opacity': 1, 'medium-emphasis-opacity': 0.78 };

/** The colour of what stands on every named colour. */
const onAll = (colour: string): Record<string, string> =>
  Object.fromEntries(
    ['primary', 'secondary', 'success', 'warning', 'error', 'info'].map((name) => [`on-${name}`, colour]),
  );

export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    defaultTheme: themeName(),
    themes: {
      paper: {
        dark: false,
        colors: {
          background: '#FAF6EF',
          surface: '#FFFFFF',
          'on-background': '#2A2226',
          'on-surface': '#2A2226',
          primary: '#1E4A5A',
          secondary: '#6B5F58',
          success: '#5C6B3C',
          warning: '#8A6420',
          error: '#A33B2A',
          info: '#1E4A5A',
        },
        variables: { ...shared, 'border-color': '#2A2226' },
      },
      night: {
        dark: true,
        colors: {
          background: '#1D191B',
          surface: '#272225',
          'on-background': '#EFE8DE',
          'on-surface': '#EFE8DE',
          primary: '#7FB3C4',
          secondary: '#B9ABA1',
          success: '#A7B97F',
          warning: '#D9AE62',
          error: '#E58A78',
          info: '#7FB3C4',
          // What is chosen by itself is white on some of them, which cannot be read.
          ...onAll('#1D191B'),
        },
        variables: { ...shared, 'border-color': '#EFE8DE' },
      },
    },
  },
  defaults: {
    VBtn: { variant: 'text', rounded: 'sm', class: 'text-none' },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VTextarea: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VAutocomplete: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VCombobox: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VSwitch: { color: 'primary', density: 'compact', hideDetails: 'auto', inset: true },
    VCard: { rounded: 'sm', elevation: 0, border: true },
  },
});

// Many change it by the hour of the day.
isDark.addEventListener('change', () => void vuetify.theme.change(themeName()));
