/** Meshes: stored once under the hash of their content, and taken away when nothing has used them for a while. */
import type { Knex } from 'knex'
import { checkMesh } from '../checks/pool'
import { transact } from '../database/transact'
import { notFound } from '../http/problem'
import { meshRepository } from '../repositories/meshes'

/** A mesh that nothing uses is kept for so long [ms]: an edit that was undone may come back, or be on its way. */
const KEPT = 7 * 24 * 3600 * 1000

export const meshService = (knex: Knex) => ({
  async get(hash: string): Promise<Buffer> {
    const content = await meshRepository(knex).find(hash)
    if (!content) throw notFound('mesh', hash)
    return content
  },

  async put(hash: string, content: Buffer): Promise<void> {
    await checkMesh(hash, content)
    await transact(knex, hash, (transaction) => meshRepository(transaction).store(hash, content))
  },

  /** Returns how many were taken away. */
  removeUnused: (now: Date): Promise<number> =>
    meshRepository(knex).removeUnused(new Date(now.getTime() - KEPT)),
})
