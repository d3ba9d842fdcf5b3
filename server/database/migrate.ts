/** Brings a database to the newest schema. A migration adds its line here; applied ones are never edited. */
import type { Knex } from 'knex'
import * as projectsAndMechanisms from './migrations/001-projects-and-mechanisms'

const migrations: Readonly<Record<string, Knex.Migration>> = {
  '001-projects-and-mechanisms': projectsAndMechanisms,
}

const source: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(migrations)),
  getMigrationName: (name) => name,
  getMigration: (name) => Promise.resolve(migrations[name]),
}

export async function migrate(knex: Knex): Promise<void> {
  await knex.migrate.latest({ migrationSource: source })
}
