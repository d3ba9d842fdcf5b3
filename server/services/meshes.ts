/** Meshes: stored once under the hash of their content, which the server computes itself. */
import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import { unpackTriangles } from '@ligamen/core'
import { notFound, ProblemError } from '../http/problem'
import { meshRepository } from '../repositories/meshes'

export const meshService = (knex: Knex) => {
  const meshes = meshRepository(knex)
  return {
    async get(hash: string): Promise<Buffer> {
      const content = await meshes.find(hash)
      if (!content) throw notFound('mesh', hash)
      return content
    },

    async put(hash: string, content: Buffer): Promise<void> {
      if (!unpackTriangles(content)) {
        throw new ProblemError(
          422,
          'mesh-broken',
          'A mesh is a list of triangles of nine little-endian 32-bit numbers each, and the faces that they make.',
        )
      }
      const found = createHash('sha256').update(content).digest('hex')
      if (found !== hash) {
        throw new ProblemError(
          422,
          'mesh-hash',
          'The content does not have the hash under which it was sent.',
        )
      }
      await meshes.store(hash, content)
    },
  }
}
