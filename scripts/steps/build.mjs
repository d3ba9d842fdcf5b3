/** The build, made anew only when a source has changed. */
import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { mustRun, root } from './run.mjs'

const SOURCES = [
  'app',
  'core/src',
  'demo',
  'public',
  'server',
  'shared',
  'nuxt.config.ts',
  'package-lock.json',
  'scripts/steps/compress.mjs',
  'scripts/steps/player.mjs',
  'scripts/steps/worker-core.mjs',
  'tsconfig.json',
]
const STAMP = join(root, '.output', '.sources')
export const SERVER = join(root, '.output', 'server', 'index.mjs')

export async function build() {
  const sources = await fingerprint()
  if (existsSync(SERVER) && (await readFile(STAMP, 'utf8').catch(() => '')) === sources) return
  console.log('Building …')
  await rm(STAMP, { force: true })
  await mustRun('npx', ['nuxt', 'build', '--logLevel=silent'])
  await writeFile(STAMP, sources)
}

async function fingerprint() {
  const hash = createHash('sha256')
  for (const source of SOURCES) {
    for (const file of await filesOf(join(root, source))) hash.update(file).update(await readFile(file))
  }
  return hash.digest('hex')
}

/**
 * @param {string} path a file or a folder; nothing when it is missing
 * @returns {Promise<string[]>}
 */
async function filesOf(path) {
  const entries = await readdir(path, { withFileTypes: true }).catch(() => null)
  if (entries === null) return existsSync(path) ? [path] : []
  const nested = await Promise.all(entries.map((entry) => filesOf(join(path, entry.name))))
  return nested.flat().sort()
}
