import { join } from 'node:path'
import { build } from 'esbuild'
import { compressFiles } from './scripts/steps/compress.mjs'
import { buildPlayer } from './scripts/steps/player.mjs'
import vuetify from 'vite-plugin-vuetify'
import { workerCore } from './scripts/steps/worker-core.mjs'

// The core is compiled with the app and the server; its document classes use decorators.
const decorators = { experimentalDecorators: true, useDefineForClassFields: false } as const
// The core works on flat arrays, whose every entry is there by construction.
const types = { compilerOptions: { ...decorators, noUncheckedIndexedAccess: false } }
const core = new URL('./core/src/index.ts', import.meta.url).pathname

/** The thread that checks documents is a file of its own beside the server; see server/checks. */
const bundleChecks = (folder: string) =>
  build({
    entryPoints: [new URL('./server/checks/worker.ts', import.meta.url).pathname],
    outfile: `${folder}/check-worker.mjs`,
    bundle: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    // packages that still ask for their parts as CommonJS
    banner: {
      js: "import { createRequire as __require } from 'node:module'; const require = __require(import.meta.url);",
    },
    tsconfigRaw: { compilerOptions: decorators },
    alias: { '@ligamen/core': core },
    logLevel: 'warning',
  })

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
  sourcemap: false,
  // it would ask the server for newer builds from every open page
  experimental: { appManifest: false },
  devtools: { enabled: false },
  vite: {
    // the plugin's types come from rollup without Vite's additions
    plugins: [vuetify({ autoImport: true }) as never],
    esbuild: { tsconfigRaw: { compilerOptions: decorators } },
    worker: { format: 'es', plugins: () => [workerCore() as never] },
  },
  nitro: {
    entry: new URL('./server/main/start.ts', import.meta.url).pathname,
    // server/main sends the files
    serveStatic: false,
    // one file, read before it listens; but the threads and the database look for files of theirs beside themselves
    inlineDynamicImports: true,
    externals: { inline: [(id: string) => !/piscina|knex|mysql2/.test(id)] },
    // the registries of the core add their kinds when they are loaded
    moduleSideEffects: [new URL('./core/src/', import.meta.url).pathname],
    esbuild: { options: { tsconfigRaw: { compilerOptions: decorators } } },
    typescript: { tsConfig: types },
  },
  hooks: {
    // what a page needs later is loaded when it is used
    'build:manifest'(manifest) {
      for (const file of Object.values(manifest)) file.prefetch = false
    },
    'nitro:init'(nitro) {
      nitro.hooks.hook('compiled', async () => {
        await bundleChecks(nitro.options.output.serverDir)
        await buildPlayer(join(nitro.options.output.publicDir, 'player.html'))
        await compressFiles(nitro.options.output.publicDir)
      })
    },
  },
  typescript: {
    strict: true,
    tsConfig: types,
    nodeTsConfig: types,
    sharedTsConfig: types,
  },
})
