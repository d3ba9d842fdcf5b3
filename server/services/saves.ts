/** Saves: over the revision that they name, each known by its id when it comes again. */
import type { Knex } from 'knex'
import type { Saved } from '../../shared/api'
import type { CheckedDocument } from '../checks/stored'
import { unpackLater } from '../checks/packing'
import { checkDocument } from '../checks/pool'
import { transact } from '../database/transact'
import type { SaveHead } from '../http/preconditions'
import { notFound, ProblemError } from '../http/problem'
import { mechanismRepository } from '../repositories/mechanisms'
import type { OpenedRow } from '../repositories/mechanisms'
import { projectRepository } from '../repositories/projects'
import { saveRepository } from '../repositories/saves'
import { renaming } from './renaming'

/** How often a rename is tried that saves came before. */
const RENAMES = 20

export const saveService = (knex: Knex) => {
  /** Stores a document over the revision it was made from; a save that was stored already is answered with what it made. */
  const store = (row: OpenedRow, { revision, save }: SaveHead, checked: CheckedDocument): Promise<Saved> =>
    transact(knex, row.project_id, async (transaction) => {
      const { id } = row
      const inside = mechanismRepository(transaction)
      // the project first, as those who delete it do
      if ((await projectRepository(transaction).touch(row.project_id)) === 0) throw notFound('mechanism', id)
      const changedAt = new Date()
      if ((await inside.save(id, revision, checked, changedAt)) === 0) {
        const made = await madeBefore(transaction, id, save)
        if (made) return made
        const now = await inside.findNow(id)
        throw now ? await staleRevision(revision, now) : notFound('mechanism', id)
      }
      const saved = { mechanism_id: id, save, revision: revision + 1, changed_at: changedAt }
      await saveRepository(transaction).note(saved)
      return { revision: revision + 1, changedAt: changedAt.toISOString() }
    })

  const open = async (id: string): Promise<OpenedRow> => {
    const row = await mechanismRepository(knex).find(id)
    if (!row) throw notFound('mechanism', id)
    return row
  }

  /** Checks and stores what a save makes of the row that it starts from. Error: 409 when that is of another revision. */
  async function from(
    id: string,
    head: SaveHead,
    check: (row: OpenedRow) => Promise<CheckedDocument>,
  ): Promise<Saved> {
    const row = await open(id)
    if (row.revision === head.revision) return store(row, head, await check(row))
    const made = await madeBefore(knex, id, head.save)
    if (made) return made
    throw await staleRevision(head.revision, row)
  }

  return {
    /** Saves a whole document, where there is no common revision. */
    whole: (id: string, head: SaveHead, bytes: Buffer): Promise<Saved> =>
      from(id, head, () => checkDocument({ bytes })),

    /** Saves a patch (RFC 6902) of the document at the revision that it names. */
    patch: (id: string, head: SaveHead, bytes: Buffer): Promise<Saved> =>
      from(id, head, ({ packed }) => checkDocument({ bytes, stored: packed })),

    /** What a save has made. Error: 404 when it was not stored. */
    async made(id: string, save: string): Promise<Saved> {
      const made = await madeBefore(knex, id, save)
      if (!made) throw notFound('save', save)
      return made
    },

    /** Whatever is stored gets the name; a save in between is not lost. */
    async rename(id: string, name: string): Promise<Saved> {
      const save = crypto.randomUUID()
      for (let tries = 1; ; tries++) {
        const row = await open(id)
        const checked = await checkDocument(renaming(row.packed, name))
        try {
          return await store(row, { revision: row.revision, save }, checked)
        } catch (error) {
          const isStale = error instanceof ProblemError && error.code === 'revision-stale'
          if (!isStale || tries >= RENAMES) throw error
        }
      }
    },
  }
}

async function madeBefore(knex: Knex, id: string, save: string): Promise<Saved | null> {
  const made = await saveRepository(knex).find(id, save)
  return made ? { revision: made.revision, changedAt: made.changed_at.toISOString() } : null
}

const staleRevision = async (from: number, { revision, changed_at, packed }: OpenedRow) =>
  new ProblemError(
    409,
    'revision-stale',
    `This edit was made from revision ${from}, but revision ${revision} has been saved since.`,
    { revision, changedAt: changed_at.toISOString() },
    (await unpackLater(packed)).toString(),
  )
