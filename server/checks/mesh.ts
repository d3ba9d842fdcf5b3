/** Meshes: triangles under the hash of their bytes. */
import { createHash } from 'node:crypto'
import { unpackTriangles } from '@ligamen/core'

export interface MeshJob {
  readonly hash: string
  readonly bytes: Uint8Array
}

/** What is wrong with it: a code and a sentence; null for nothing. */
export function meshFault({ hash, bytes }: MeshJob): { code: string; message: string } | null {
  if (!unpackTriangles(bytes))
    return {
      code: 'mesh-broken',
      message:
        'A mesh is a list of triangles of nine little-endian 32-bit numbers each, and the faces that they make.',
    }
  return createHash('sha256').update(bytes).digest('hex') === hash
    ? null
    : { code: 'mesh-hash', message: 'The content does not have the hash under which it was sent.' }
}
