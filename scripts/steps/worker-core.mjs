/**
 * The core for workers, bundled once: each worker is a bundle of its own, and bringing three hundred files through the
 * build for every one of them took most of its time.
 */
import { mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import { build } from 'esbuild'
import { root } from './run.mjs'

const NAME = '@ligamen/core'

/** @returns {import('vite').Plugin} */
export function workerCore() {
  const folder = join(root, 'node_modules', '.cache', 'ligamen')
  const outfile = join(folder, 'core.mjs')
  /** @type {Promise<unknown> | undefined} */
  let made
  return {
    name: 'ligamen:worker-core',
    enforce: 'pre',
    async resolveId(source) {
      if (source !== NAME && source !== join(root, 'core/src/index.ts')) return null
      await (made ??= mkdir(folder, { recursive: true }).then(() => bundle(outfile)))
      return outfile
    },
  }
}

/** @param {string} outfile */
const bundle = (outfile) =>
  build({
    entryPoints: [join(root, 'core/src/index.ts')],
    outfile,
    bundle: true,
    format: 'esm',
    target: 'es2022',
    tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } },
    logLevel: 'warning',
  })
