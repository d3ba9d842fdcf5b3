/** Rows of the table `mechanisms`. */
import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import type { MechanismDocument } from '@ligamen/core'

export interface MechanismRow {
  id: string
  project_id: string
  name: string
  /** JSON text. */
  document: string
  revision: number
  picture: Buffer | null
  created_at: Date
  changed_at: Date
}

export type MechanismSummaryRow = Omit<MechanismRow, 'document' | 'picture' | 'created_at'> & {
  has_picture: number
}

export const mechanismRepository = (knex: Knex) => ({
  summaries: (): Promise<MechanismSummaryRow[]> =>
    knex('mechanisms')
      .select('id', 'project_id', 'name', 'revision', 'changed_at')
      .select(knex.raw('picture IS NOT NULL AS has_picture'))
      .orderBy('changed_at', 'desc'),

  find: (id: string): Promise<Omit<MechanismRow, 'picture'> | undefined> =>
    knex<MechanismRow>('mechanisms')
      .select('id', 'project_id', 'name', 'document', 'revision', 'created_at', 'changed_at')
      .where({ id })
      .first(),

  ofProject: (projectId: string): Promise<MechanismRow[]> =>
    knex<MechanismRow>('mechanisms').where({ project_id: projectId }).orderBy('created_at'),

  async create(
    projectId: string,
    document: MechanismDocument,
    picture: Buffer | null = null,
  ): Promise<MechanismRow> {
    const now = new Date()
    const row: MechanismRow = {
      id: randomUUID(),
      project_id: projectId,
      name: document.name,
      document: JSON.stringify(document),
      revision: 1,
      picture,
      created_at: now,
      changed_at: now,
    }
    await knex<MechanismRow>('mechanisms').insert(row)
    return row
  },

  /** Saves over `revision` only; returns how many rows that was: 0 when the row has moved on or is gone. */
  save: (id: string, revision: number, document: MechanismDocument, changedAt: Date): Promise<number> =>
    knex<MechanismRow>('mechanisms')
      .where({ id, revision })
      .update({
        name: document.name,
        document: JSON.stringify(document),
        revision: revision + 1,
        changed_at: changedAt,
      }),

  remove: (id: string): Promise<number> => knex<MechanismRow>('mechanisms').where({ id }).delete(),

  picture: async (id: string): Promise<Buffer | null | undefined> =>
    (await knex<MechanismRow>('mechanisms').select('picture').where({ id }).first())?.picture,

  setPicture: (id: string, picture: Buffer): Promise<number> =>
    knex<MechanismRow>('mechanisms').where({ id }).update({ picture }),
})
