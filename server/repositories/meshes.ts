/** Rows of meshes by the hash of their content: kept in pieces, counted by the mechanisms that use them. */
import type { Knex } from 'knex'

/** Pieces of a mesh [bytes]: written out in a statement one takes twice as much, and servers take 1 MiB at least. */
const PIECE = 256 * 1024

export const meshRepository = (knex: Knex) => ({
  async find(hash: string): Promise<Buffer | null> {
    const rows = await knex('mesh_pieces').where({ hash }).orderBy('piece').select('content')
    return rows.length > 0 ? Buffer.concat(rows.map(({ content }) => content as Buffer)) : null
  },

  /** Storing what is there already renews it. To be called in a transaction. */
  async store(hash: string, content: Buffer): Promise<void> {
    const there = await knex('meshes').where({ hash }).update({ created_at: new Date() })
    if (there > 0) return
    await knex('meshes').insert({ hash, created_at: new Date() })
    for (let piece = 0; piece * PIECE < content.length; piece++)
      await knex('mesh_pieces').insert({
        hash,
        piece,
        content: content.subarray(piece * PIECE, (piece + 1) * PIECE),
      })
  },

  /** Notes which meshes a mechanism uses. */
  async use(mechanism: string, hashes: readonly string[]): Promise<void> {
    const rows = await knex('mesh_uses').where({ mechanism_id: mechanism }).select('hash')
    const before = new Set(rows.map(({ hash }) => String(hash)))
    const gone = [...before].filter((hash) => !hashes.includes(hash))
    const come = hashes.filter((hash) => !before.has(hash))
    if (gone.length > 0)
      await knex('mesh_uses').where({ mechanism_id: mechanism }).whereIn('hash', gone).delete()
    if (come.length > 0)
      await knex('mesh_uses').insert(come.map((hash) => ({ mechanism_id: mechanism, hash })))
  },

  /** Deletes what nothing uses and nobody has stored since; returns how many that were. */
  removeUnused: (since: Date): Promise<number> =>
    knex('meshes')
      .where('created_at', '<', since)
      .whereNotExists(knex('mesh_uses').whereRaw('mesh_uses.hash = meshes.hash'))
      .whereNotExists(knex('link_meshes').whereRaw('link_meshes.hash = meshes.hash'))
      .delete(),
})
