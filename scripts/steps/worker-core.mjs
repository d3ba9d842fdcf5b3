/**
 * The core for workers, bundled once: each worker is a bundle of its own, and bringing three hundred files through the
 * build for every one of them took most of its time.
 */
import { mkdir } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { build } from 'esbuild'
import { root } from './run.mjs'

const NAME = '@ligamen/core'

const outfile = join(root, 'node_modules', '.cache', 'ligamen', 'core.mjs')
/** Made once: every worker has plugins of its own, and they are built at the same time. @type {Promise<unknown> | undefined} */
let made

/** @returns {import('vite').Plugin} */
export const workerCore = () => ({
  name: 'ligamen:worker-core',
  enforce: 'pre',
  async resolveId(source) {
    if (source !== NAME && source !== join(root, 'core/src/index.ts')) return null
    await (made ??= bundle())
    return outfile
  },
})

async function bundle() {
  await mkdir(dirname(outfile), { recursive: true })
  await build({
    entryPoints: [join(root, 'core/src/index.ts')],
    outfile,
    bundle: true,
    format: 'esm',
    target: 'es2022',
    tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } },
    logLevel: 'warning',
  })
}
