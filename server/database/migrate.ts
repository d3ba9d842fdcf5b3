/** Brings a database to the newest schema. A migration adds its line here; applied ones are never edited. */
import type { Knex } from 'knex'
import * as projectsAndMechanisms from './migrations/001-projects-and-mechanisms'
import * as meshes from './migrations/002-meshes'

const migrations: Readonly<Record<string, Knex.Migration>> = {
  '001-projects-and-mechanisms': projectsAndMechanisms,
  '002-meshes': meshes,
}

const source: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(migrations)),
  getMigrationName: (name) => name,
  getMigration: (name) => Promise.resolve(migrations[name]),
}

/** Returns true when the database was empty before. */
export async function migrate(knex: Knex): Promise<boolean> {
  const [, applied] = (await knex.migrate.latest({ migrationSource: source })) as [number, string[]]
  return applied[0] === Object.keys(migrations)[0]
}
