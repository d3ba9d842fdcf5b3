import vuetify from 'vite-plugin-vuetify'

// The core is compiled with the app and the server; its document classes use decorators.
const decorators = { experimentalDecorators: true, useDefineForClassFields: false } as const
// The core works on flat arrays, whose every entry is there by construction.
const types = { compilerOptions: { ...decorators, noUncheckedIndexedAccess: false } }
const core = new URL('./core/src/index.ts', import.meta.url).pathname

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  ssr: false,
  modules: ['@pinia/nuxt'],
  alias: { '@ligamen/core': core },
  css: [
    '@fontsource/inter/latin-400.css',
    '@fontsource/inter/latin-500.css',
    '@fontsource/inter/latin-600.css',
    '~/assets/base.css',
  ],
  app: {
    head: {
      title: 'Ligamen',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  build: { transpile: ['vuetify'] },
  // every component is imported by the file that uses it
  components: [],
  telemetry: false,
  // it would ask the server for newer builds from every open page
  experimental: { appManifest: false },
  devtools: { enabled: false },
  routeRules: {
    '/**': {
      headers: {
        'content-security-policy':
          "default-src 'self'; script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; worker-src 'self' blob:; frame-ancestors 'none'",
        'x-content-type-options': 'nosniff',
        'referrer-policy': 'same-origin',
      },
    },
  },
  vite: {
    // the plugin's types come from rollup without Vite's additions
    plugins: [vuetify({ autoImport: true }) as never],
    esbuild: { tsconfigRaw: { compilerOptions: decorators } },
    worker: { format: 'es' },
  },
  nitro: {
    // the registries of the core add their kinds when they are loaded
    moduleSideEffects: [new URL('./core/src/', import.meta.url).pathname],
    esbuild: { options: { tsconfigRaw: { compilerOptions: decorators } } },
    typescript: { tsConfig: types },
  },
  typescript: {
    strict: true,
    tsConfig: types,
    nodeTsConfig: types,
    sharedTsConfig: types,
  },
})
