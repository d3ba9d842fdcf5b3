/** Mechanisms: opening, making, copying, deleting, pictures; see saves.ts for what changes them. */
import type { Knex } from 'knex'
import type { MechanismDocument } from '@ligamen/core'
import type { OpenedMechanism } from '../../shared/api'
import { storedAs } from '../checks/stored'
import { unpackLater } from '../checks/packing'
import { checkDocument } from '../checks/pool'
import { transact } from '../database/transact'
import { notFound, ProblemError } from '../http/problem'
import { mechanismRepository } from '../repositories/mechanisms'
import type { OpenedRow } from '../repositories/mechanisms'
import { projectRepository } from '../repositories/projects'
import { copyName } from './names'
import { renaming } from './renaming'

export const mechanismService = (knex: Knex) => {
  const mechanisms = mechanismRepository(knex)

  const open = async (id: string): Promise<OpenedRow> => {
    const row = await mechanisms.find(id)
    if (!row) throw notFound('mechanism', id)
    return row
  }

  /** Changes one row, or says that it is not there. */
  async function changeOne(
    id: string,
    change: (inside: ReturnType<typeof mechanismRepository>) => Promise<number>,
  ): Promise<void> {
    const project = await mechanisms.projectOf(id)
    if (project === undefined) throw notFound('mechanism', id)
    await transact(knex, project, async (transaction) => {
      if ((await change(mechanismRepository(transaction))) === 0) throw notFound('mechanism', id)
    })
  }

  return {
    /** The answer as JSON: the document in it is passed on as it is stored, since reading and writing it takes time. */
    async openAsJson(id: string): Promise<Buffer> {
      const row = await open(id)
      const head = Buffer.from(`${JSON.stringify(headOf(row)).slice(0, -1)},"document":`)
      return Buffer.concat([head, await unpackLater(row.packed), Buffer.from('}')])
    },

    create: (projectId: string, document: MechanismDocument): Promise<{ id: string }> =>
      transact(knex, projectId, async (transaction) => {
        if ((await projectRepository(transaction).touch(projectId)) === 0)
          throw notFound('project', projectId)
        return mechanismRepository(transaction).create(projectId, storedAs(document))
      }),

    /** A whole document as a new mechanism, under an id that its sender chose; it may come twice. */
    async bring(projectId: string, id: string, bytes: Buffer): Promise<{ id: string }> {
      const checked = await checkDocument({ bytes })
      return transact(knex, projectId, async (transaction) => {
        if ((await projectRepository(transaction).touch(projectId)) === 0)
          throw notFound('project', projectId)
        const inside = mechanismRepository(transaction)
        const there = await inside.findNow(id)
        if (!there) return inside.create(projectId, checked, null, id)
        if (there.project_id === projectId && (await isSame(there.packed, checked.packed))) return { id }
        throw new ProblemError(409, 'id-taken', 'Another mechanism has this id.')
      })
    },

    async copy(id: string): Promise<{ id: string }> {
      const row = await open(id)
      const checked = await checkDocument(renaming(row.packed, copyName(row.name)))
      return transact(knex, row.project_id, async (transaction) => {
        const inside = mechanismRepository(transaction)
        if ((await projectRepository(transaction).touch(row.project_id)) === 0)
          throw notFound('mechanism', id)
        const picture = await inside.picture(id)
        if (picture === undefined) throw notFound('mechanism', id)
        return inside.create(row.project_id, checked, picture)
      })
    },

    remove: (id: string): Promise<void> => changeOne(id, (inside) => inside.remove(id)),

    async picture(id: string): Promise<Buffer> {
      const picture = await mechanisms.picture(id)
      if (!picture) throw notFound('picture of a mechanism', id)
      return picture
    },

    setPicture: (id: string, picture: Buffer): Promise<void> =>
      changeOne(id, (inside) => inside.setPicture(id, picture)),
  }
}

/** Whether two are the same text. */
async function isSame(one: Uint8Array, other: Uint8Array): Promise<boolean> {
  const [first, second] = await Promise.all([unpackLater(one), unpackLater(other)])
  return first.equals(second)
}

/** Everything but the document. */
const headOf = (row: OpenedRow): Omit<OpenedMechanism, 'document'> => ({
  id: row.id,
  project: { id: row.project_id, name: row.project_name },
  revision: row.revision,
  changedAt: row.changed_at.toISOString(),
})
