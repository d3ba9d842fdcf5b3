/**
 * Builds pages that need no server into one file of HTML each: that which plays a mechanism by itself (app/player), to be filled
 * with a document, and that which makes films for the command line.
 */
import { readFile, writeFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const here = (/** @type {string} */ path) => fileURLToPath(new URL(`../../${path}`, import.meta.url))

/**
 * A program for the browser as one text.
 * @param {string} entry from the root of the repository
 */
async function browserProgram(entry) {
  const { outputFiles } = await build({
    entryPoints: [here(entry)],
    bundle: true,
    format: 'iife',
    target: 'es2022',
    minify: true,
    legalComments: 'none',
    write: false,
    loader: { '.woff2': 'dataurl' },
    alias: { '@ligamen/core': here('core/src/index.ts'), '~': here('app') },
    tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } },
    logLevel: 'warning',
  })
  // nothing in it may end the element that holds it
  return outputFiles[0].text.replace(/<\/(script)/gi, '<\\/$1').replace(/<!--/g, '<\\!--')
}

/** @param {string} target file that is written */
export async function buildPlayer(target) {
  const [template, style, program] = await Promise.all([
    readFile(here('app/player/page.html'), 'utf8'),
    readFile(here('app/player/page.css'), 'utf8'),
    browserProgram('app/player/main.ts'),
  ])
  const page = template
    .replace('<style></style>', () => `<style>${style}</style>`)
    .replace('<script></script>', () => `<script>${program}</script>`)
  await writeFile(target, page)
}

/** @param target file that is written */
export async function buildFilmPage(/** @type {string} */ target) {
  const program = await browserProgram('app/present/films/film-page.ts')
  await writeFile(
    target,
    `<!doctype html><meta charset="utf-8"><title>Film</title><script>${program}</script>\n`,
  )
}
