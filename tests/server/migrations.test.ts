/** The schema is brought up to date whatever moment an earlier start was stopped at, on a database of its own. */
import { spawn } from 'node:child_process'
import { randomBytes, randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import { afterAll, afterEach, beforeEach, expect, it } from 'vitest'
import { connect } from '../../server/database/connection'
import { migrate } from '../../server/database/migrate'
import { address, knex as shared } from './client'

/** Starts that are killed; each begins where the one before it was stopped. */
const KILLS = 20
/** Longest time until a start is killed [ms]; migrating and seeding an empty database takes about as long. */
const LATEST = 1600

let name = ''
let url = ''
let knex: Knex
beforeEach(async () => {
  name = `ligamen_${randomBytes(6).toString('hex')}`
  await shared.raw('CREATE DATABASE ??', [name])
  url = Object.assign(new URL(process.env.DATABASE_URL!), { pathname: `/${name}` }).href
  knex = connect(url)
})
afterEach(async () => {
  await knex.destroy()
  await shared.raw('DROP DATABASE ??', [name])
})
afterAll(() => shared.destroy())

/** Migrates and seeds in a process of its own, which is killed after a while. Resolves to what it said and its exit code. */
function start(killAfter = Infinity): Promise<{ code: number | null; said: string }> {
  const seeding = spawn('node_modules/.bin/tsx', ['--tsconfig', 'tsconfig.tools.json', 'scripts/seed.ts'], {
    env: { ...process.env, DATABASE_URL: url },
    detached: true,
  })
  let said = ''
  for (const stream of [seeding.stdout, seeding.stderr]) stream.on('data', (part) => (said += String(part)))
  const timer =
    killAfter < Infinity ? setTimeout(() => process.kill(-seeding.pid!, 'SIGKILL'), killAfter) : undefined
  return new Promise((resolve) =>
    seeding.on('close', (code) => {
      clearTimeout(timer)
      resolve({ code, said })
    }),
  )
}

const tables = async () =>
  ((await knex.raw('SHOW TABLES'))[0] as object[]).map((row) => String(Object.values(row)[0])).sort()
const WHOLE = [
  'knex_migrations',
  'knex_migrations_lock',
  'mechanisms',
  'mesh_pieces',
  'mesh_uses',
  'meshes',
  'projects',
  'saves',
  'settings',
]

it(
  `${KILLS} starts killed at random: the next one ends well, and the demo is there once`,
  { timeout: 120_000 },
  async () => {
    const seed = Math.floor(Math.random() * 2 ** 31)
    let state = seed
    const random = () => (state = (state * 48271) % 2147483647) / 2147483647
    for (let k = 0; k < KILLS; k++) await start(500 + random() * LATEST)
    const last = await start()
    expect([seed, last.code, last.said]).toEqual([seed, 0, expect.not.stringMatching(/\bat .*:\d+:\d+/)])
    expect(await tables()).toEqual(WHOLE)
    expect(await knex('projects').select('name')).toEqual([{ name: 'Seed-packet machine' }])
    expect(await knex('mechanisms')).toHaveLength(2)
  },
)

it('a filled database of before keeps all that is in it, killed or not', { timeout: 60_000 }, async () => {
  // as the first version left it
  const [, first] = [migrate, await import('../../server/database/migrations/001-projects-and-mechanisms')]
  await first.up(knex)
  const project = { id: randomUUID(), name: 'Old', created_at: new Date(0), changed_at: new Date(0) }
  await knex('projects').insert(project)
  for (let k = 0; k < 5; k++) await start(500 + (k * LATEST) / 5)
  expect((await start()).code).toBe(0)
  expect(await tables()).toEqual(WHOLE)
  expect(await knex('projects')).toEqual([project])
})

it('a lock that a killed start left is taken away, and said', async () => {
  await migrate(knex)
  await knex('knex_migrations_lock').update({ is_locked: 1 })
  await knex('knex_migrations').where('name', '>', '003-z').delete()
  expect(await migrate(knex)).toMatchObject({ resumed: true, applied: ['004-settings', '005-mesh-pieces'] })
  expect(await migrate(knex)).toEqual({ resumed: false, applied: [] })
})

it('two starts at once do not get in each other’s way', async () => {
  const other = connect(url)
  const both = await Promise.all([migrate(knex), migrate(other)])
  await other.destroy()
  expect(both.map(({ applied }) => applied.length).sort()).toEqual([0, 5])
})

it('what was deleted does not come back', { timeout: 30_000 }, async () => {
  await start()
  await knex('projects').delete()
  expect((await start()).code).toBe(0)
  expect(await knex('projects')).toEqual([])
})

it.each<[string, () => string, RegExp]>([
  ['no address', () => '', /^DATABASE_URL must be an address such as/],
  ['no host in the address', () => 'mysql:///x', /^DATABASE_URL must be an address such as/],
  ['nothing there', () => 'mysql://a:b@127.0.0.1:9/x', /^No database answers at 127\.0\.0\.1:9\./],
  ['an unknown host', () => 'mysql://a:b@nowhere.invalid/x', /^The host of nowhere\.invalid is not known\./],
  ['a wrong password', () => url.replace(/:[^:@]+@/, ':wrong@'), /refuses the user “ligamen”/],
  ['a missing database', () => `${url}_not`, /There is no database|may not use the database/],
  [
    'something else there',
    () => url.replace(/@[^/]+/, `@${new URL(address).host}`),
    /is no MariaDB|does not answer/,
  ],
])('%s is said in one sentence with its remedy', { timeout: 20_000 }, async (_, wrong, sentence) => {
  url = wrong()
  const { code, said } = await start()
  expect(code).toBe(1)
  expect(said.trim()).toMatch(sentence)
  expect(said.trim().split('\n')).toHaveLength(1)
})
