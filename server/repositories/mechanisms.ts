/** Rows of the table `mechanisms`. */
import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import { asBuffer } from '../checks/packing'
import type { CheckedDocument } from '../checks/stored'
import { meshRepository } from './meshes'

export interface MechanismRow {
  id: string
  project_id: string
  name: string
  /** The document; see checks/packing. */
  packed: Buffer
  revision: number
  picture: Buffer | null
  created_at: Date
  changed_at: Date
}

/** A mechanism with the name of its project, without its picture. */
export type OpenedRow = Omit<MechanismRow, 'picture'> & { project_name: string }

export type MechanismSummaryRow = Omit<MechanismRow, 'packed' | 'picture' | 'created_at'> & {
  has_picture: number
}

export const mechanismRepository = (knex: Knex) => ({
  summaries: (): Promise<MechanismSummaryRow[]> =>
    knex('mechanisms')
      .select('id', 'project_id', 'name', 'revision', 'changed_at')
      .select(knex.raw('picture IS NOT NULL AS has_picture'))
      .orderBy('changed_at', 'desc'),

  find: (id: string): Promise<OpenedRow | undefined> => opened(knex, id).first(),

  /** As it is now, whatever this transaction saw before; it stays so until the transaction ends. */
  findNow: (id: string): Promise<OpenedRow | undefined> => opened(knex, id).forShare().first(),

  /** The id of its project. */
  projectOf: async (id: string): Promise<string | undefined> =>
    (await knex<MechanismRow>('mechanisms').where({ id }).first('project_id'))?.project_id,

  ofProject: (projectId: string): Promise<{ id: string }[]> =>
    knex('mechanisms').where({ project_id: projectId }).orderBy('created_at').select('id'),

  /** The same mechanism, its picture too, in another project. */
  async copy(id: string, projectId: string): Promise<void> {
    const own = { id: randomUUID(), project_id: projectId, revision: 1, ...bothNow() }
    const taken = ['name', 'packed', 'picture']
    const columns = [...Object.keys(own), ...taken]
    const values = knex('mechanisms')
      .where({ id })
      .select(...Object.values(own).map((value) => knex.raw('?', [value])), ...taken)
    await knex(knex.raw(`mechanisms (${columns.join(', ')})`)).insert(values)
    await knex.raw(
      'INSERT INTO mesh_uses (mechanism_id, hash) SELECT ?, hash FROM mesh_uses WHERE mechanism_id = ?',
      [own.id, id],
    )
  },

  async create(
    projectId: string,
    { name, packed, meshes }: CheckedDocument,
    picture: Buffer | null = null,
    id: string = randomUUID(),
  ): Promise<{ id: string }> {
    await knex<MechanismRow>('mechanisms').insert({
      id,
      project_id: projectId,
      name,
      packed: asBuffer(packed),
      revision: 1,
      picture,
      ...bothNow(),
    })
    await meshRepository(knex).use(id, meshes)
    return { id }
  },

  /** Saves over `revision` only; returns how many rows that was: 0 when the row has moved on or is gone. */
  async save(
    id: string,
    revision: number,
    { name, packed, meshes }: CheckedDocument,
    changedAt: Date,
  ): Promise<number> {
    const saved = await knex<MechanismRow>('mechanisms')
      .where({ id, revision })
      .update({ name, packed: asBuffer(packed), revision: revision + 1, changed_at: changedAt })
    if (saved > 0) await meshRepository(knex).use(id, meshes)
    return saved
  },

  remove: (id: string): Promise<number> => knex<MechanismRow>('mechanisms').where({ id }).delete(),

  picture: async (id: string): Promise<Buffer | null | undefined> =>
    (await knex<MechanismRow>('mechanisms').select('picture').where({ id }).first())?.picture,

  setPicture: (id: string, picture: Buffer): Promise<number> =>
    knex<MechanismRow>('mechanisms').where({ id }).update({ picture }),
})

function bothNow() {
  const now = new Date()
  return { created_at: now, changed_at: now }
}

const opened = (knex: Knex, id: string) =>
  knex<object, OpenedRow[]>('mechanisms')
    .join('projects', 'projects.id', 'mechanisms.project_id')
    .select<OpenedRow[]>(
      ...['id', 'project_id', 'name', 'packed', 'revision', 'created_at', 'changed_at'].map(
        (column) => `mechanisms.${column}`,
      ),
      'projects.name as project_name',
    )
    .where('mechanisms.id', id)
