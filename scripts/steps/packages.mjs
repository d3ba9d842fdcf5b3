/** What must be installed: npm packages as the lock file says, Debian packages when a program is missing. */
import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { Failure, mustRun, root, run } from './run.mjs'

/** Installs npm packages when the lock file has changed since the last time. */
export async function npmPackages() {
  const lock = createHash('sha256')
    .update(await readFile(join(root, 'package-lock.json')))
    .digest('hex')
  const stamp = join(root, 'node_modules', '.ligamen-lock')
  if ((await readFile(stamp, 'utf8').catch(() => '')) === lock) return
  console.log('Installing npm packages …')
  await mustRun('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
  await writeFile(stamp, lock)
}

const FOLDERS = [...(process.env.PATH ?? '').split(':'), '/usr/sbin', '/usr/bin', '/usr/local/bin']

/**
 * Path of a program, or null.
 * @param {string} name
 */
const find = (name) =>
  FOLDERS.filter(Boolean)
    .map((folder) => join(folder, name))
    .find((path) => existsSync(path)) ?? null

/**
 * Path of a program, whose Debian packages are installed when it is missing and we may.
 * @param {string} program
 * @param {readonly string[]} packages
 */
export async function need(program, packages) {
  const present = find(program)
  if (present) return present
  const install = `apt-get install -y --no-install-recommends ${packages.join(' ')}`
  if (process.getuid?.() !== 0 || !find('apt-get')) {
    throw new Failure(
      `${program} is missing, and installing it needs rights this run does not have. Run this once, then try again:\n\n    sudo ${install}\n`,
    )
  }
  console.log(`Installing ${packages.join(', ')} …`)
  const quiet = { DEBIAN_FRONTEND: 'noninteractive' }
  const args = install.split(' ').slice(1)
  if ((await run('apt-get', ['-qq', ...args], quiet)) !== 0) {
    await mustRun('apt-get', ['-qq', 'update'], quiet)
    await mustRun('apt-get', ['-qq', ...args], quiet)
  }
  const installed = find(program)
  if (!installed) throw new Failure(`${program} is still missing after installing ${packages.join(', ')}.`)
  return installed
}

export const chromium = () => need('chromium', ['chromium'])
