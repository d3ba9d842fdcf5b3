/** Triangles made ready: in metres, about the middle of their box, hashed for storing, with normals and edges for drawing. */
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { boundsOfTriangles, meshOfTriangles, moveFaces, packTriangles } from '@ligamen/core'
import type { SceneMesh } from '@ligamen/core'
import type { PreparedMesh } from './protocol'

/** @param metres for one unit of the positions */
export function prepareMesh(
  { positions, faces = [] }: Pick<SceneMesh, 'positions' | 'faces'>,
  metres: number,
): PreparedMesh {
  const box = boundsOfTriangles(positions)
  const middle = [0, 1, 2].map((k) => (box[k]! + box[k + 3]!) / 2) as [number, number, number]
  const centred = new Float32Array(positions.length)
  for (let i = 0; i < positions.length; i++) centred[i] = (positions[i]! - middle[i % 3]!) * metres
  const mesh = meshOfTriangles(centred, moveFaces(faces, middle, metres))
  const at = (k: number) => middle[k]! * metres
  const size = (k: number) => (box[k + 3]! - box[k]!) * metres
  return {
    stored: {
      hash: bytesToHex(sha256(packTriangles(mesh))),
      size: [size(0), size(1), size(2)],
      centre: [at(0), at(1), at(2)],
    },
    mesh,
  }
}
