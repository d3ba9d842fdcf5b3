/**
 * Brings a database to the newest schema, whatever moment an earlier start was stopped at: the lock is one that MariaDB itself
 * lets go with its connection, every migration can be begun again, and only what has ended is noted. A migration adds its line
 * here; what an applied one makes is never changed.
 */
import type { Knex } from 'knex'
import * as projectsAndMechanisms from './migrations/001-projects-and-mechanisms'
import * as meshes from './migrations/002-meshes'
import * as saves from './migrations/003-saves'
import * as settings from './migrations/004-settings'
import * as meshPieces from './migrations/005-mesh-pieces'
import * as packedDocuments from './migrations/006-packed-documents'
import * as links from './migrations/007-links'

const migrations: Readonly<Record<string, Knex.Migration>> = {
  '001-projects-and-mechanisms': projectsAndMechanisms,
  '002-meshes': meshes,
  '003-saves': saves,
  '004-settings': settings,
  '005-mesh-pieces': meshPieces,
  '006-packed-documents': packedDocuments,
  '007-links': links,
}

const source: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(migrations)),
  getMigrationName: (name) => name,
  getMigration: (name) => Promise.resolve(migrations[name]),
}

const LOCK = 'ligamen-migrate'
/** How long another start may take [s]. */
const PATIENCE = 60

export interface Migrated {
  /** What was applied, by name. */
  readonly applied: readonly string[]
  /** Whether an earlier start was stopped while it was at this; what it began is finished now. */
  readonly resumed: boolean
}

/** @throws when another start has not finished in time, or the database refuses */
export async function migrate(knex: Knex): Promise<Migrated> {
  const client = knex.client as Knex.Client
  const connection: unknown = await client.acquireConnection()
  const ask = async (sql: string) => (await knex.raw(sql, [LOCK]).connection(connection))[0][0].got as unknown
  try {
    if ((await ask(`SELECT GET_LOCK(?, ${PATIENCE}) AS got`)) !== 1)
      throw new Error(`Another start has been changing the schema for more than ${PATIENCE} s.`)
    const resumed = await isLockedByTheDead(knex)
    if (resumed) await knex.migrate.forceFreeMigrationsLock({ migrationSource: source })
    const [, applied] = (await knex.migrate.latest({ migrationSource: source })) as [number, string[]]
    return { applied, resumed }
  } finally {
    await ask('SELECT RELEASE_LOCK(?) AS got').catch(() => undefined)
    await client.releaseConnection(connection)
  }
}

/** Knex notes in a table that somebody migrates; whoever it was is gone, since the lock is ours. */
async function isLockedByTheDead(knex: Knex): Promise<boolean> {
  if (!(await knex.schema.hasTable('knex_migrations_lock'))) return false
  const locked = await knex('knex_migrations_lock').where({ is_locked: 1 }).first('index')
  return locked !== undefined
}
