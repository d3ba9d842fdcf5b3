/** The schema is brought up to date whatever moment an earlier start was stopped at, on a database of its own. */
import { spawn } from 'node:child_process'
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { mkdir, mkdtemp, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { build } from 'esbuild'
import type { Knex } from 'knex'
import { afterAll, afterEach, beforeAll, beforeEach, expect, it } from 'vitest'
import { seedLine } from '../../demo/documents/seed-line'
import { unpack } from '../../server/checks/packing'
import { connect } from '../../server/database/connection'
import { migrate } from '../../server/database/migrate'
import { meshRepository } from '../../server/repositories/meshes'
import { address, knex as shared } from './client'

/** Starts that are killed; each begins where the one before it was stopped. */
const KILLS = 10
/** Filled databases whose migration is killed; 20 by hand. */
const FILLED = Number(process.env.LIGAMEN_FILLED ?? 3)
/** Earliest and latest time at which a start is killed [ms]: from when it is loaded until it has ended undisturbed. */
const WHEN = { empty: [200, 900], filled: [400, 1800] } as const

let folder = ''
let program = ''
let name = ''
let url = ''
let knex: Knex
beforeAll(async () => {
  // loads in a fraction of the time that TypeScript takes
  await mkdir('node_modules/.cache', { recursive: true })
  folder = await mkdtemp('node_modules/.cache/ligamen-seed-')
  program = join(folder, 'seed.mjs')
  await build({
    entryPoints: ['scripts/seed.ts'],
    outfile: program,
    bundle: true,
    format: 'esm',
    platform: 'node',
    external: ['knex', 'mysql2'],
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    tsconfig: 'tsconfig.tools.json',
    alias: { '@ligamen/core': './core/src/index.ts' },
  })
})
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
afterAll(async () => {
  await shared.destroy()
  await rm(folder, { recursive: true })
})

/** Migrates and seeds in a process of its own, which is killed after a while. Resolves to what it said and its exit code. */
function start(killAfter = Infinity): Promise<{ code: number | null; said: string }> {
  const seeding = spawn(process.execPath, [program], { env: { ...process.env, DATABASE_URL: url } })
  let said = ''
  for (const stream of [seeding.stdout, seeding.stderr]) stream.on('data', (part) => (said += String(part)))
  const timer = killAfter < Infinity ? setTimeout(() => seeding.kill('SIGKILL'), killAfter) : undefined
  return new Promise((resolve) =>
    seeding.on('close', (code) => {
      clearTimeout(timer)
      resolve({ code, said })
    }),
  )
}

/** Starts and kills again and again; the seed of the moments is returned. */
async function killed(times: number, [earliest, latest]: readonly [number, number]): Promise<number> {
  const seed = Math.floor(Math.random() * 2 ** 31)
  let state = seed
  const random = () => (state = (state * 48271) % 2147483647) / 2147483647
  for (let k = 0; k < times; k++) await start(earliest + random() * (latest - earliest))
  return seed
}

const tables = async () =>
  ((await knex.raw('SHOW TABLES'))[0] as object[]).map((row) => String(Object.values(row)[0])).sort()
const WHOLE = [
  'knex_migrations',
  'knex_migrations_lock',
  'link_meshes',
  'links',
  'mechanisms',
  'mesh_pieces',
  'mesh_uses',
  'meshes',
  'projects',
  'saves',
  'settings',
]

it(
  'starts killed at random: the next one ends well, and the demo is there once',
  { timeout: 60_000 },
  async () => {
    const seed = await killed(KILLS, WHEN.empty)
    const last = await start()
    expect([seed, last.code, last.said]).toEqual([seed, 0, expect.not.stringMatching(/\bat .*:\d+:\d+/)])
    expect(await tables()).toEqual(WHOLE)
    expect(await knex('projects').select('name')).toEqual([{ name: 'Seed-packet machine' }])
    expect(await knex('mechanisms')).toHaveLength(6)
  },
)

it.each(Array.from({ length: FILLED }, (_, k) => k + 1))(
  'filled database %i of before keeps all that is in it',
  { timeout: 60_000 },
  async () => {
    const { project, documents, meshes } = await fillAsBefore()
    const seed = await killed(1, WHEN.filled)
    const last = await start()
    expect([seed, last.code, last.said]).toEqual([seed, 0, expect.not.stringMatching(/\bat .*:\d+:\d+/)])
    expect(await tables()).toEqual(WHOLE)
    expect(await knex('projects')).toEqual([project])
    const rows = await knex('mechanisms').select('id', 'packed')
    expect(new Map(rows.map(({ id, packed }) => [id, unpack(packed as Buffer)]))).toEqual(documents)
    // compared byte by byte without the matcher, which takes a minute for so many
    for (const [hash, content] of meshes)
      expect((await meshRepository(knex).find(hash))?.equals(content), hash).toBe(true)
    expect(await knex('mesh_uses').select('hash').orderBy('hash')).toEqual(
      [...meshes.keys()].sort().map((hash) => ({ hash })),
    )
  },
)

/** A project with mechanisms and meshes as the second version of the schema had them. */
async function fillAsBefore() {
  const names = ['001-projects-and-mechanisms', '002-meshes']
  const steps = await Promise.all([
    import('../../server/database/migrations/001-projects-and-mechanisms'),
    import('../../server/database/migrations/002-meshes'),
  ])
  await knex.migrate.latest({
    migrationSource: {
      getMigrations: () => Promise.resolve(names),
      getMigrationName: (one) => one as string,
      getMigration: (one) => Promise.resolve(steps[names.indexOf(one as string)]!),
    },
  })
  const stamps = { created_at: new Date(0), changed_at: new Date(0) }
  const project = { id: randomUUID(), name: 'Old', ...stamps }
  await knex('projects').insert(project)
  const meshes = new Map<string, Buffer>()
  const documents = new Map<string, string>()
  for (let k = 0; k < 60; k++) {
    const content = randomBytes(300_000 + k)
    const hash = createHash('sha256').update(content).digest('hex')
    meshes.set(hash, content)
    await knex('meshes').insert({ hash, content, created_at: new Date(0) })
    const mesh = { id: 'casting', name: 'Casting', mesh: hash }
    const text = JSON.stringify({ ...seedLine, name: `Line ${k} ü`, parts: [...seedLine.parts, mesh] })
    const row = { id: randomUUID(), project_id: project.id, name: `Line ${k} ü`, revision: 1, ...stamps }
    documents.set(row.id, text)
    await knex('mechanisms').insert({ ...row, document: text })
  }
  return { project, documents, meshes }
}

it('a lock that a killed start left is taken away, and said', async () => {
  await migrate(knex)
  await knex('knex_migrations_lock').update({ is_locked: 1 })
  await knex('knex_migrations').where('name', '>', '005-z').delete()
  expect(await migrate(knex)).toMatchObject({ resumed: true, applied: ['006-packed-documents', '007-links'] })
  expect(await migrate(knex)).toEqual({ resumed: false, applied: [] })
})

it('two starts at once do not get in each other’s way', async () => {
  const other = connect(url)
  const both = await Promise.all([migrate(knex), migrate(other)])
  await other.destroy()
  expect(both.map(({ applied }) => applied.length).sort()).toEqual([0, 7])
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
