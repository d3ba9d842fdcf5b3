/**
 * `npm run faults`: the server and its database are killed at random while several clients save without end; afterwards
 * everything that was acknowledged must be there once, and everything that was said must have been true.
 *
 * `-- --kills 300 --seed 7` sets how often and from which seed; the seed is printed.
 */
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { parseArgs } from 'node:util'
import { ask, deleter, insist, tab } from './faults/clients.mjs'
import { build } from './steps/build.mjs'
import { startMariadb } from './steps/mariadb.mjs'
import { npmPackages } from './steps/packages.mjs'
import { freePort } from './steps/ports.mjs'
import { end, isRunning, mustRun } from './steps/run.mjs'
import { serve } from './steps/serve.mjs'

const { values } = parseArgs({ options: { kills: { type: 'string' }, seed: { type: 'string' } } })
const kills = Number(values.kills ?? 20)
const seed = Number(values.seed ?? Date.now() % 2 ** 31)
/** Mechanisms saved by one client each, and clients that share one. */
const ALONE = 4
const TOGETHER = 2
/** Longest time between two kills [ms]. */
const LONGEST = 1500

/** Park and Miller's generator. @param {number} state */
const generator = (state) => () => (state = (state * 48271) % 2147483647) / 2147483647

await npmPackages()
await build()
// clients under fire ask more often than people
process.env.LIGAMEN_RATE = '0'
const random = generator((seed % 2147483646) + 1)
const folder = await mkdtemp(join(tmpdir(), 'ligamen-faults-'))
let database = await startMariadb(folder)
const ports = { database: Number(new URL(database.url).port), server: await freePort(4900) }
await mustRun('npx', ['tsx', '--tsconfig', 'tsconfig.tools.json', 'scripts/seed.ts'], {
  DATABASE_URL: database.url,
})
const start = async () => {
  await freed(ports.server)
  return serve({ database: database.url, port: ports.server, log: join(folder, 'server.log') })
}
let server = await start()
const { address } = server

/** @type {import('./faults/clients.mjs').Seen} */
const seen = { acknowledged: 0, resent: 0, unanswered: 0, lost: 0, doubled: 0, broken: 0, wrong: [] }
const killed = { server: 0, database: 0, both: 0 }
let isRunningOn = true
const running = () => isRunningOn

const { body: project } = await insist(address, 'POST', 'projects', { body: { name: 'Under fire' } })
const make = async () =>
  (
    await insist(address, 'POST', `projects/${project.id}/mechanisms`, {
      body: { name: 'Target', start: 'crank-rocker' },
    })
  ).body.id
const shared = await make()
const own = await Promise.all(Array.from({ length: ALONE }, make))
const clients = [
  ...own.map((id, k) => tab({ address, id, tag: `own ${k}`, alone: true, random, seen, running })),
  ...Array.from({ length: TOGETHER }, (_, k) =>
    tab({ address, id: shared, tag: `shared ${k}`, alone: false, random, seen, running }),
  ),
]
const deleting = deleter({ address, project: project.id, random, seen, running })

for (let k = 0; k < kills; k++) {
  await wait(100 + random() * LONGEST)
  await strike()
}
await wait(500)
isRunningOn = false
const told = await Promise.all(clients)
await deleting
for (const one of told) await audit(one)
await end(server.pid, server.marker)
await end(database.pid, database.marker)
await rm(folder, { recursive: true, force: true })

const faults = seen.lost + seen.doubled + seen.broken + seen.wrong.length
console.log(
  `Seed ${seed}: ${kills} kills (server ${killed.server}, database ${killed.database}, both ${killed.both}); ` +
    `${seen.acknowledged} saves acknowledged, ${seen.resent} sent again, ${seen.unanswered} without an answer.`,
)
console.log(
  `lost ${seen.lost}, doubled ${seen.doubled}, broken ${seen.broken}, wrongly answered ${seen.wrong.length}`,
)
for (const sentence of seen.wrong.slice(0, 20)) console.log(`  ${sentence}`)
process.exit(faults === 0 ? 0 : 1)

/** Kills the server, the database or both, and starts them again. */
async function strike() {
  const which = random()
  const what = which < 0.45 ? 'server' : which < 0.9 ? 'database' : 'both'
  killed[what]++
  if (what !== 'database') await kill(server)
  if (what !== 'server') {
    await kill(database)
    await freed(ports.database)
    database = await startMariadb(folder, ports.database)
  }
  if (what !== 'database') server = await start()
}

/** Waits until what was killed has let go of its port. @param {number} port */
async function freed(port) {
  while ((await freePort(port)) !== port) await wait(20)
}

/** @param {{ pid: number, marker: string }} process_ */
async function kill({ pid, marker }) {
  process.kill(pid, 'SIGKILL')
  while (await isRunning(pid, marker)) await wait(10)
}

/**
 * Compares what a client was told with what is stored.
 * @param {Awaited<ReturnType<typeof tab>>} told
 */
async function audit({ id, alone, saves }) {
  const { body } = await insist(address, 'GET', `mechanisms/${id}`)
  if (body?.document?.format !== 'ligamen/mechanism') seen.broken++
  const revisions = new Set()
  for (const { save, revision } of saves) {
    const made = await ask(address, 'GET', `mechanisms/${id}/saves/${save}`)
    // those of long ago are forgotten
    if (made.status === 404 && revision > body.revision - 900) seen.lost++
    else if (made.status === 200 && made.body.revision !== revision) seen.doubled++
    if (revisions.has(revision)) seen.doubled++
    revisions.add(revision)
  }
  const last = saves.at(-1)
  if (!last) return
  if (body.revision < last.revision) seen.lost++
  if (alone && (body.revision !== last.revision || body.document.name !== last.value)) seen.lost++
  if (alone && body.revision !== saves.length + 1) seen.doubled++
}
