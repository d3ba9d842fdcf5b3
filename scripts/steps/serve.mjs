/** The built server as a process of its own. */
import { spawn } from 'node:child_process'
import { openSync } from 'node:fs'
import { SERVER } from './build.mjs'
import { freePort } from './ports.mjs'
import { Failure, root } from './run.mjs'

/** Clearing up by helpers that take every core delays answers to others while a large document is checked. */
const FLAGS = ['--single-threaded-gc']

/**
 * @typedef {object} Server
 * @property {string} address
 * @property {number} pid
 * @property {string} marker what its command line holds
 */

/**
 * Starts the built server on 127.0.0.1 and waits until it answers.
 * @param {{ database: string, port: number, log: string }} options
 * @returns {Promise<Server>}
 */
export async function serve({ database, port, log }) {
  const output = openSync(log, 'w')
  const free = await freePort(port)
  const child = spawn(process.execPath, [...FLAGS, SERVER], {
    cwd: root,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      HOST: '127.0.0.1',
      PORT: String(free),
      NITRO_HOST: '127.0.0.1',
      NITRO_PORT: String(free),
      DATABASE_URL: database,
    },
    stdio: ['ignore', output, output],
    detached: true,
  })
  child.unref()
  const address = `http://127.0.0.1:${free}`
  for (let waited = 0; waited < 300; waited++) {
    const answer = await fetch(`${address}/readyz`).catch(() => null)
    if (answer?.ok) return { address, pid: child.pid ?? 0, marker: SERVER }
    if (child.exitCode !== null) throw new Failure(`The server ended while starting; see ${log}.`)
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Failure(`The server did not answer within 30 s; see ${log}.`)
}
