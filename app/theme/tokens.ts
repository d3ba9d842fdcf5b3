/**
 * The colours of Ligamen, light and dark, as Vuetify theme tokens. No colour is written anywhere else.
 * Text on its ground meets WCAG AA: muted on card and on paper is at least 4.5:1 in both themes.
 */
import type { ThemeDefinition } from 'vuetify'

export const light: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#f5f3ee',
    surface: '#fffdf9',
    line: '#dcd7cb',
    'line-soft': '#ece7db',
    'on-surface': '#1d2930',
    'on-background': '#1d2930',
    muted: '#5f6a70',
    primary: '#0f5c63',
    'on-primary': '#ffffff',
    'primary-soft': '#d5e6e5',
    'on-primary-soft': '#0b464b',
    // what is selected, and nothing else
    selected: '#2f55c8',
    'selected-soft': '#dde4fa',
    'on-selected-soft': '#1d3994',
    playhead: '#e2542b',
    attention: '#8a5a12',
    'attention-soft': '#f6ead3',
    'on-attention-soft': '#6f490e',
    measured: '#7b3f76',
    success: '#2f7548',
    error: '#b3261e',
    'error-soft': '#f9e0dc',
    field: '#ffffff',
    view: '#ece9e1',
    grid: '#d2ccbd',
    'grid-soft': '#dfdacd',
    edge: '#1d2930',
  },
}

export const dark: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#14191c',
    surface: '#1b2226',
    line: '#36424a',
    'line-soft': '#29333a',
    'on-surface': '#e8e5dd',
    'on-background': '#e8e5dd',
    muted: '#9fabb1',
    primary: '#5fb3b6',
    'on-primary': '#062729',
    'primary-soft': '#1f4448',
    'on-primary-soft': '#c5e8e7',
    selected: '#8fb0ff',
    'selected-soft': '#26345f',
    'on-selected-soft': '#d3defd',
    playhead: '#ff7a52',
    attention: '#e0aa52',
    'attention-soft': '#43351c',
    'on-attention-soft': '#f3d7a2',
    measured: '#cf8fc8',
    success: '#7cc496',
    error: '#ff8a7d',
    'error-soft': '#4a2522',
    field: '#12181b',
    view: '#20282d',
    grid: '#3a464d',
    'grid-soft': '#2c363c',
    edge: '#0c1012',
  },
}
