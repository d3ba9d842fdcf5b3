/**
 * A mesh as it is stored under the hash of its content: 36 bytes a triangle (nine 32-bit numbers), then, where a kernel said
 * them, 64 bytes a face, and a closing mark of 16 bytes with their number. Everything little-endian; lengths in metres.
 *
 * A face: its first triangle and its kind (0 any, 1 plane, 2 cylinder) as 32-bit whole numbers; normal or axis, a point on
 * it, and radius as seven 64-bit numbers.
 */
import type { Vector } from '../../maths/vector'
import type { Face, Surface } from './faces'

export interface StoredTriangles {
  /** Nine numbers a triangle [m]. */
  readonly positions: Float32Array
  /** None where the file said nothing of them. */
  readonly faces?: readonly Face[]
}

const TRIANGLE = 36
const FACE = 64
const MARK = 'LigamenFaces'
const CLOSING = MARK.length + 4
const KINDS: readonly (Surface['kind'] | null)[] = [null, 'plane', 'cylinder']

export function packTriangles({ positions, faces = [] }: StoredTriangles): Uint8Array {
  const triangles = new Uint8Array(positions.buffer, positions.byteOffset, positions.byteLength)
  if (faces.length === 0) return triangles
  const out = new Uint8Array(triangles.length + FACE * faces.length + CLOSING)
  out.set(triangles)
  const view = new DataView(out.buffer)
  let at = triangles.length
  for (const { first, surface } of faces) {
    view.setUint32(at, first, true)
    view.setUint32(at + 4, KINDS.indexOf(surface?.kind ?? null), true)
    const numbers = surface ? [...surface.axis, ...surface.centre, surface.radius] : []
    numbers.forEach((number, k) => view.setFloat64(at + 8 + 8 * k, number, true))
    at += FACE
  }
  view.setUint32(at, faces.length, true)
  for (let k = 0; k < MARK.length; k++) out[at + 4 + k] = MARK.charCodeAt(k)
  return out
}

/** Null where the bytes are no mesh. */
export function unpackTriangles(bytes: Uint8Array): StoredTriangles | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const marked =
    bytes.length > CLOSING &&
    [...MARK].every((c, k) => bytes[bytes.length - MARK.length + k] === c.charCodeAt(0))
  const count = marked ? view.getUint32(bytes.length - CLOSING, true) : 0
  const end = marked ? bytes.length - CLOSING - FACE * count : bytes.length
  if (end <= 0 || end % TRIANGLE !== 0) return null
  // a copy, since the bytes need not lie where 32-bit numbers may
  const positions = new Float32Array(Uint8Array.from(bytes.subarray(0, end)).buffer)
  const faces: Face[] = []
  for (let k = 0; k < count; k++) {
    const face = faceAt(view, end + FACE * k)
    const least = k === 0 ? 0 : faces[k - 1].first
    if (!face || face.first < least || face.first >= end / TRIANGLE) return null
    faces.push(face)
  }
  return { positions, faces }
}

function faceAt(view: DataView, at: number): Face | null {
  const kind = KINDS[view.getUint32(at + 4, true)]
  if (kind === undefined) return null
  const first = view.getUint32(at, true)
  if (kind === null) return { first, surface: null }
  const numbers = Array.from({ length: 7 }, (_, k) => view.getFloat64(at + 8 + 8 * k, true))
  if (!numbers.every(Number.isFinite)) return null
  const vector = (from: number) => numbers.slice(from, from + 3) as unknown as Vector
  return { first, surface: { kind, axis: vector(0), centre: vector(3), radius: numbers[6] } }
}
