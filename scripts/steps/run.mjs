/** Running programs: to their end, or beside us until they are stopped. Plain Node, since nothing is installed yet. */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '')

/**
 * Runs a program to its end with our own output. Resolves to its exit code.
 * @param {string} program
 * @param {readonly string[]} args
 * @param {NodeJS.ProcessEnv} [env] added to our own environment
 * @returns {Promise<number>}
 */
export async function run(program, args, env = {}) {
  const child = spawn(program, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })
  const failed = once(child, 'error').then(([error]) => {
    console.error(`${program}: ${error.message}`)
    return 127
  })
  return Promise.race([once(child, 'exit').then(([code]) => code ?? 1), failed])
}

/**
 * Runs a program to its end, and throws when it fails.
 * @param {string} program
 * @param {readonly string[]} args
 * @param {NodeJS.ProcessEnv} [env]
 */
export async function mustRun(program, args, env = {}) {
  const code = await run(program, args, env)
  if (code !== 0) throw new Failure(`“${program} ${args.join(' ')}” ended with code ${code}.`)
}

/** A failure whose message says all there is to say. */
export class Failure extends Error {}

/**
 * True while the process lives and its command line holds `marker`.
 * @param {number} pid
 * @param {string} marker
 */
export async function isRunning(pid, marker) {
  const { readFile } = await import('node:fs/promises')
  const [command, status] = await Promise.all([
    readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => ''),
    readFile(`/proc/${pid}/stat`, 'utf8').catch(() => ''),
  ])
  const dead = /\) [ZX] /.test(status)
  return !dead && command.replaceAll('\0', ' ').includes(marker)
}

/**
 * Ends a process: politely, then after ten seconds by force.
 * @param {number} pid
 * @param {string} marker
 */
export async function end(pid, marker) {
  for (const signal of /** @type {const} */ (['SIGTERM', 'SIGKILL'])) {
    if (!(await isRunning(pid, marker))) return
    process.kill(pid, signal)
    for (let waited = 0; waited < 100 && (await isRunning(pid, marker)); waited++) {
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  }
}

/**
 * Processes whose command line holds `marker`, but for our own.
 * @param {string} marker
 * @returns {Promise<number[]>}
 */
export async function processesWith(marker) {
  const { readdir } = await import('node:fs/promises')
  const pids = (await readdir('/proc').catch(() => [])).filter((name) => /^\d+$/.test(name)).map(Number)
  const found = await Promise.all(
    pids.map(async (pid) => pid !== process.pid && (await isRunning(pid, marker))),
  )
  return pids.filter((_, k) => found[k])
}
