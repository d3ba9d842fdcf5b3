/**
 * `npm run load`: 200 clients that save the 42-body demo as patches beside 200 that open it, each once in a while as people
 * do, without and with the largest document that is allowed saved in between. Prints how long answers took.
 *
 * `-- --seconds 40 --pause 5` sets how long each part lasts and how often a client asks [s].
 */
import { randomUUID } from 'node:crypto'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { Agent, request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { parseArgs } from 'node:util'
import { build } from './steps/build.mjs'
import { startMariadb } from './steps/mariadb.mjs'
import { npmPackages } from './steps/packages.mjs'
import { end, mustRun } from './steps/run.mjs'
import { serve } from './steps/serve.mjs'

const { values } = parseArgs({ options: { seconds: { type: 'string' }, pause: { type: 'string' } } })
const seconds = Number(values.seconds ?? 40)
/** Between two requests of a client [ms]: a person saves some edits a minute. */
const pause = 1000 * Number(values.pause ?? 5)
const SAVERS = 200
const READERS = 200
const PROJECTS = 20
/** The largest body that is allowed [bytes]. */
const LARGEST = 8 * 1024 * 1024
/** Goals: 99 of 100 answers within this [ms], and the most by which large documents may move that. */
const GOAL = 150
const MOVED = 1.2

process.env.LIGAMEN_RATE = '0'
await npmPackages()
await build()
const folder = await mkdtemp(join(tmpdir(), 'ligamen-load-'))
const database = await startMariadb(folder)
await mustRun('npx', ['tsx', '--tsconfig', 'tsconfig.tools.json', 'scripts/seed.ts'], {
  DATABASE_URL: database.url,
})
const server = await serve({ database: database.url, port: 4900, log: join(folder, 'server.log') })
const agent = new Agent({ keepAlive: true })
const { hostname, port } = new URL(server.address)

/**
 * @param {string} method
 * @param {string} path
 * @param {string | Buffer} [body]
 * @param {Record<string, string>} [headers]
 * @returns {Promise<{ status: number, text: string, took: number }>}
 */
function ask(method, path, body, headers = {}) {
  const began = performance.now()
  return new Promise((resolve) => {
    const length = body === undefined ? {} : { 'content-length': String(Buffer.byteLength(body)) }
    const type = body === undefined ? {} : { 'content-type': 'application/json' }
    const asking = request(
      { agent, hostname, port, method, path: `/api/${path}`, headers: { ...length, ...type, ...headers } },
      (response) => {
        /** @type {Buffer[]} */
        const parts = []
        response.on('data', (part) => parts.push(part))
        response.on('end', () =>
          resolve({
            status: response.statusCode ?? 0,
            text: Buffer.concat(parts).toString(),
            took: performance.now() - began,
          }),
        )
      },
    )
    asking.on('error', (error) =>
      resolve({ status: 0, text: error.message, took: performance.now() - began }),
    )
    asking.end(body)
  })
}

/** @typedef {{ saves: number[], reads: number[], large: number[], errors: string[] }} Part */

/** @param {string} id @param {number} revision @param {unknown} patch */
const save = (id, revision, patch) =>
  ask('PATCH', `mechanisms/${id}`, JSON.stringify(patch), {
    'content-type': 'application/json-patch+json',
    'if-match': `"${revision}"`,
    'idempotency-key': randomUUID(),
  })

const { projects } = JSON.parse((await ask('GET', 'projects')).text)
const demo = projects[0].mechanisms.find((/** @type {{ name: string }} */ { name }) => /line/i.test(name))
const { document } = JSON.parse((await ask('GET', `mechanisms/${demo.id}`)).text)
console.log(`${document.bodies.length} bodies, ${JSON.stringify(document).length} bytes`)
const homes = await Promise.all(
  Array.from({ length: PROJECTS }, async (_, k) => {
    const made = await ask('POST', 'projects', JSON.stringify({ name: `Load ${k}` }))
    return JSON.parse(made.text).id
  }),
)
/** @type {{ id: string, revision: number }[]} */
const targets = []
for (let k = 0; k < SAVERS; k++) {
  const id = randomUUID()
  const made = await ask('PUT', `projects/${homes[k % PROJECTS]}/mechanisms/${id}`, JSON.stringify(document))
  if (made.status !== 201) throw new Error(made.text)
  targets.push({ id, revision: 1 })
}
const large = await makeLarge()

const before = await memory()
await run('warming up', 8, false)
const warm = await memory()
const alone = await run('alone', seconds, false)
const beside = await run('beside the largest documents', seconds, true)
await wait(3000)
const after = await memory()
console.log(`memory of the server: ${before} MiB at first, ${warm} MiB warm, ${after} MiB at the end`)
const [p, q] = [
  percentile([...alone.saves, ...alone.reads], 0.99),
  percentile([...beside.saves, ...beside.reads], 0.99),
]
console.log(
  `p99 ${p.toFixed(1)} ms alone (goal ${GOAL}), ${q.toFixed(1)} ms beside them: times ${(q / p).toFixed(2)} (goal ${MOVED})`,
)
const errors = [...alone.errors, ...beside.errors]
console.log(errors.length === 0 ? 'no error' : `${errors.length} errors: ${errors.slice(0, 5).join('; ')}`)
agent.destroy()
await end(server.pid, server.marker)
await end(database.pid, database.marker)
await rm(folder, { recursive: true, force: true })
process.exit(errors.length === 0 && p <= GOAL && q <= MOVED * p ? 0 : 1)

/**
 * @param {string} name
 * @param {number} length [s]
 * @param {boolean} withLarge
 * @returns {Promise<Part>}
 */
async function run(name, length, withLarge) {
  /** @type {Part} */
  const part = { saves: [], reads: [], large: [], errors: [] }
  const until = Date.now() + 1000 * length
  const saver = async (/** @type {{ id: string, revision: number }} */ target) => {
    await wait(Math.random() * pause)
    while (Date.now() < until) {
      const value = `${Math.round(1000 * Math.random())} mm`
      const { status, text, took } = await save(target.id, target.revision, [
        { op: 'replace', path: '/name', value: `Line of ${value}` },
        { op: 'replace', path: '/bodies/3/name', value: `Body of ${value}` },
      ])
      if (status === 200) target.revision = JSON.parse(text).revision
      else part.errors.push(`${status} ${text.slice(0, 200)}`)
      part.saves.push(took)
      await wait(pause * (0.5 + Math.random()))
    }
  }
  const reader = async (/** @type {number} */ k) => {
    await wait(Math.random() * pause)
    while (Date.now() < until) {
      const { status, text, took } = await ask('GET', `mechanisms/${targets[k % SAVERS]?.id}`)
      if (status !== 200) part.errors.push(`${status} ${text.slice(0, 200)}`)
      part.reads.push(took)
      await wait(pause * (0.5 + Math.random()))
    }
  }
  const big = async () => {
    while (withLarge && Date.now() < until) {
      const { status, text, took } = await save(large.id, large.revision, [
        { op: 'replace', path: '/name', value: `Large ${Math.random()}` },
      ])
      if (status === 200) large.revision = JSON.parse(text).revision
      else part.errors.push(`large: ${status} ${text.slice(0, 200)}`)
      part.large.push(took)
      await wait(2000)
    }
  }
  await Promise.all([...targets.map(saver), ...Array.from({ length: READERS }, (_, k) => reader(k)), big()])
  const told = (/** @type {number[]} */ all) =>
    all.length === 0
      ? '-'
      : `${all.length} (p50 ${percentile(all, 0.5).toFixed(1)}, p99 ${percentile(all, 0.99).toFixed(1)}, most ${Math.max(...all).toFixed(0)} ms)`
  console.log(`${name}: saves ${told(part.saves)}; reads ${told(part.reads)}; large ${told(part.large)}`)
  return part
}

/** A mechanism whose text is nearly as long as is allowed: few bodies with very many datums. */
async function makeLarge() {
  const bodies = Array.from({ length: 100 }, (_, k) => ({
    id: `body-${k}`,
    name: `Body ${k}`,
    parts: [],
    ...(k === 0 && { grounded: true }),
  }))
  const datum = (/** @type {number} */ k) => ({
    id: `datum-${k}`,
    name: `Datum ${k} ${'x'.repeat(80)}`,
    body: `body-${k % 100}`,
    at: { position: ['1 mm', '2 mm', '3 mm'] },
  })
  const one = JSON.stringify(datum(40_000)).length + 1
  const datums = Array.from({ length: Math.min(49_000, Math.floor((0.97 * LARGEST) / one)) }, (_, k) =>
    datum(k),
  )
  const scenarios = [{ id: 'run', name: 'Run', length: '2 s', frameRate: 60, drivers: [] }]
  const empty = {
    format: document.format,
    version: document.version,
    parts: [],
    joints: [],
    probes: [],
    scenarios,
  }
  const id = randomUUID()
  const text = JSON.stringify({ ...empty, name: 'Large', bodies, datums })
  const made = await ask('PUT', `projects/${homes[0]}/mechanisms/${id}`, text)
  console.log(
    `largest document: ${(text.length / 2 ** 20).toFixed(2)} MiB, ${datums.length} datums: ${made.status} after ${made.took.toFixed(0)} ms`,
  )
  if (made.status !== 201) throw new Error(made.text.slice(0, 400))
  return { id, revision: 1 }
}

/** @param {number[]} all @param {number} share */
function percentile(all, share) {
  const sorted = [...all].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0
}

/** Resident memory of the server [MiB]. */
async function memory() {
  const status = await readFile(`/proc/${server.pid}/status`, 'utf8')
  return Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]) / 1024)
}
