/** Rows of the table `saves`: which revision of a mechanism a save has made. */
import type { Knex } from 'knex'

export interface SaveRow {
  mechanism_id: string
  /** The id that the sender gave it. */
  save: string
  revision: number
  changed_at: Date
}

/** Saves of so many revisions are kept: whoever lost an answer asks again long before that. */
const KEPT = 1000

export const saveRepository = (knex: Knex) => ({
  find: (mechanism: string, save: string): Promise<SaveRow | undefined> =>
    knex<SaveRow>('saves').where({ mechanism_id: mechanism, save }).first(),

  /** Notes one save; now and then those of long ago are forgotten. */
  async note(row: SaveRow): Promise<void> {
    await knex<SaveRow>('saves').insert(row)
    if (row.revision % 100 === 0)
      await knex<SaveRow>('saves')
        .where({ mechanism_id: row.mechanism_id })
        .andWhere('revision', '<', row.revision - KEPT)
        .delete()
  },
})
