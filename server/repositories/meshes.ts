/** Rows of meshes by the hash of their content. */
import type { Knex } from 'knex'

export const meshRepository = (knex: Knex) => ({
  async find(hash: string): Promise<Buffer | null> {
    const row = await knex('meshes').where({ hash }).first('content')
    return (row?.content as Buffer | undefined) ?? null
  },

  /** Storing what is there already changes nothing. */
  async store(hash: string, content: Buffer): Promise<void> {
    await knex('meshes').insert({ hash, content, created_at: new Date() }).onConflict('hash').ignore()
  },
})
