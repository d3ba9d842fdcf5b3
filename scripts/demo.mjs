/**
 * `npm run demo`: from a fresh clone to a running Ligamen with the demo mechanism.
 *
 * Installs what is missing, starts the private database (or uses DATABASE_URL), migrates, seeds a new database,
 * builds when a source changed, serves, prints the address. `-- --reset` starts over. Ctrl-C ends all of it.
 */
import { existsSync } from 'node:fs'
import { readFile, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { build } from './steps/build.mjs'
import { ownFolder, startMariadb } from './steps/mariadb.mjs'
import { npmPackages } from './steps/packages.mjs'
import { end, Failure, isRunning, root, run } from './steps/run.mjs'
import { serve } from './steps/serve.mjs'

const FOLDER = join(root, '.ligamen')
const RUN = join(FOLDER, 'run.json')

/** @type {{ pid: number, marker: string }[]} what this run started, newest last */
const started = []
let stopping = false

async function main() {
  const began = Date.now()
  const reset = process.argv.includes('--reset')
  const given = process.env.DATABASE_URL
  const port = portOf(process.env.PORT ?? '3000')
  if (reset && given)
    throw new Failure('--reset starts the private database over; with DATABASE_URL it does nothing.')
  await ownFolder(FOLDER)
  if (await alreadyRunning()) return
  await remember('')
  if (reset) await rm(join(FOLDER, 'data'), { recursive: true, force: true })

  await npmPackages()
  let database = given
  if (!database) {
    const own = await startMariadb(FOLDER)
    started.push(own)
    await remember('')
    database = own.url
  }
  // it says itself what is wrong
  const seed = ['tsx', '--tsconfig', 'tsconfig.tools.json', 'scripts/seed.ts']
  if ((await run('npx', seed, { DATABASE_URL: database })) !== 0)
    throw new Failure('Ligamen was not started, since its database cannot be used as it is.')
  await build()
  const server = await serve({ database, port, log: join(FOLDER, 'server.log') })
  started.push(server)
  await remember(server.address)
  console.log(`\nLigamen is ready after ${((Date.now() - began) / 1000).toFixed(1)} s:  ${server.address}`)
  console.log('Ctrl-C ends it and its database.')
  await ended(server)
}

/** Ends what a killed run left behind; true when another run is alive, which is then named. */
async function alreadyRunning() {
  if (!existsSync(RUN)) return false
  /** @type {{ pid: number, address: string, started: { pid: number, marker: string }[] }} */
  const last = stateOf(await readFile(RUN, 'utf8').catch(() => ''))
  if (last.pid && (await isRunning(last.pid, 'demo.mjs'))) {
    console.log(
      last.address ? `Ligamen is running already:  ${last.address}` : 'Another run is starting Ligamen.',
    )
    return true
  }
  for (const { pid, marker } of [...(last.started ?? [])].reverse()) await end(pid, marker)
  return false
}

/** What the last run noted; nothing when that was cut off. @param {string} text */
function stateOf(text) {
  try {
    return JSON.parse(text) ?? {}
  } catch {
    return {}
  }
}

/** @param {string} text */
function portOf(text) {
  const port = Number(text)
  if (/^\d+$/.test(text) && port >= 1 && port <= 65_535) return port
  throw new Failure(`PORT is “${text}”; it must be a whole number from 1 to 65535.`)
}

/** @param {string} address */
const remember = (address) => writeFile(RUN, JSON.stringify({ pid: process.pid, address, started }))

/** Waits as long as the server lives. @param {{ pid: number, marker: string }} server */
async function ended({ pid, marker }) {
  while (await isRunning(pid, marker)) await new Promise((resolve) => setTimeout(resolve, 1000))
  if (!stopping) {
    console.error(`The server has ended; see ${join(FOLDER, 'server.log')}.`)
    await stop(1)
  }
}

/** @param {number} code */
async function stop(code) {
  if (stopping) return
  stopping = true
  for (const { pid, marker } of [...started].reverse()) await end(pid, marker)
  await rm(RUN, { force: true })
  process.exit(code)
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
  process.on(signal, () => {
    console.log('\nEnding the server and its database …')
    void stop(0)
  })
}

main().catch((error) => {
  console.error(error instanceof Failure ? error.message : error)
  void stop(1)
})
