/** Vuetify with our theme, SVG icons that ship with the app, and compact fields. */
import 'vuetify/styles'
import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { dark, light } from '~/theme/tokens'

export default defineNuxtPlugin((nuxt) => {
  nuxt.vueApp.use(
    createVuetify({
      theme: { defaultTheme: 'light', themes: { light, dark }, cspNonce: nonce() },
      icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
      defaults: {
        VBtn: { variant: 'outlined', size: 'small', rounded: 'md' },
        VTextField: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
        VSelect: {
          density: 'compact',
          variant: 'outlined',
          hideDetails: 'auto',
          listProps: { density: 'compact' },
        },
        VCombobox: {
          density: 'compact',
          variant: 'outlined',
          hideDetails: 'auto',
          listProps: { density: 'compact' },
        },
        VAutocomplete: {
          density: 'compact',
          variant: 'outlined',
          hideDetails: 'auto',
          listProps: { density: 'compact' },
        },
      },
    }),
  )
})

/** That of this page, which the styles of the theme must carry; see server/main/headers. */
const nonce = () => document.querySelector<HTMLElement>('script[nonce]')?.nonce
