/**
 * Bundles the command line, so that it starts at once: `npm install` does it, and `ligamen` itself when a source is newer
 * than the bundle.
 */
import { readdirSync, statSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const here = (path) => fileURLToPath(new URL(path, import.meta.url))
/** What pages that play by themselves are made of is in the app. */
const SOURCES = [
  './src',
  '../core/src',
  '../app/player',
  '../app/present/films',
  '../app/view',
  '../app/fields',
  '../app/theme',
].map(here)
export const BUNDLE = here('./dist/main.mjs')

/** True when there is a bundle, and no source is newer; an installed package has no sources to be newer. */
export function isFresh() {
  const made = statSync(BUNDLE, { throwIfNoEntry: false })?.mtimeMs ?? 0
  return made > 0 && SOURCES.every((folder) => newest(folder) <= made)
}

/** @param {string} folder */
function newest(folder) {
  if (!statSync(folder, { throwIfNoEntry: false })) return 0
  let latest = 0
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true })) {
    if (entry.isFile())
      latest = Math.max(latest, statSync(`${entry.parentPath ?? entry.path}/${entry.name}`).mtimeMs)
  }
  return latest
}

export async function bundle() {
  const { build } = await import('esbuild')
  await build({
    entryPoints: [here('./src/main.ts')],
    outdir: here('./dist'),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    // what a command does not need is not loaded
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    minify: true,
    sourcemap: true,
    // packages that still ask for their parts as CommonJS
    banner: {
      js: "import { createRequire as __require } from 'node:module'; const require = __require(import.meta.url);",
    },
    tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } },
    alias: { '@ligamen/core': here('../core/src/index.ts') },
    logLevel: 'warning',
  })
  const { buildFilmPage, buildPlayer } = await import('../scripts/steps/player.mjs')
  await Promise.all([buildPlayer(here('./dist/player.html')), buildFilmPage(here('./dist/film.html'))])
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await bundle()
