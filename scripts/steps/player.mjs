/** Builds the page that plays a mechanism by itself (app/player) into one file of HTML, to be filled with a document. */
import { readFile, writeFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const here = (/** @type {string} */ path) => fileURLToPath(new URL(`../../${path}`, import.meta.url))

/**
 * A program for the browser as one text.
 * @param {string} entry from the root of the repository
 */
export async function browserProgram(entry) {
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
