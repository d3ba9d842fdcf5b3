/** Rows of the table `projects`. */
import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'

export interface ProjectRow {
  id: string
  name: string
  created_at: Date
  changed_at: Date
}

export const projectRepository = (knex: Knex) => ({
  list: (): Promise<ProjectRow[]> => knex<ProjectRow>('projects').orderBy('changed_at', 'desc'),

  find: (id: string): Promise<ProjectRow | undefined> => knex<ProjectRow>('projects').where({ id }).first(),

  /** As it is now; it stays so until the transaction ends. */
  findNow: (id: string): Promise<ProjectRow | undefined> =>
    knex<ProjectRow>('projects').where({ id }).forShare().first(),

  async create(name: string): Promise<ProjectRow> {
    const now = new Date()
    const row: ProjectRow = { id: randomUUID(), name, created_at: now, changed_at: now }
    await knex<ProjectRow>('projects').insert(row)
    return row
  },

  /** Returns how many rows were renamed: 0 or 1. */
  rename: (id: string, name: string): Promise<number> =>
    knex<ProjectRow>('projects').where({ id }).update({ name, changed_at: new Date() }),

  /** Notes that something in it has changed, and keeps it from being deleted meanwhile; returns 0 when it is gone. */
  touch: (id: string): Promise<number> =>
    knex<ProjectRow>('projects').where({ id }).update({ changed_at: new Date() }),

  /** Deletes the project with its mechanisms; returns how many projects were deleted. */
  remove: (id: string): Promise<number> => knex<ProjectRow>('projects').where({ id }).delete(),
})
