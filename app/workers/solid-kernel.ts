/** The solid kernel: loaded once, given triangles in metres, worked in millimetres, where its tolerances suit. */
import Module from 'manifold-3d'
import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import wasm from 'manifold-3d/manifold.wasm?url'

let kernel: Promise<ManifoldToplevel> | null = null

export const solidKernel = (): Promise<ManifoldToplevel> => (kernel ??= start())

async function start(): Promise<ManifoldToplevel> {
  const loaded = await Module({ locateFile: () => wasm })
  loaded.setup()
  return loaded
}

/** @param positions nine numbers a triangle [m]; null where they do not enclose a solid */
export function solidOf({ Manifold, Mesh }: ManifoldToplevel, positions: Float32Array): Manifold | null {
  const vertProperties = positions.map((v) => 1000 * v)
  const triVerts = Uint32Array.from({ length: positions.length / 3 }, (_, k) => k)
  try {
    const mesh = new Mesh({ numProp: 3, vertProperties, triVerts })
    mesh.merge()
    return new Manifold(mesh)
  } catch {
    return null
  }
}

/** Triangles of a solid, nine numbers each [m]. */
export function trianglesOf(solid: Manifold): Float32Array {
  const { vertProperties, triVerts, numProp } = solid.getMesh()
  const positions = new Float32Array(3 * triVerts.length)
  triVerts.forEach((vertex, k) => {
    for (let i = 0; i < 3; i++) positions[3 * k + i] = vertProperties[numProp * vertex + i]! / 1000
  })
  return positions
}

/** Points of three numbers each [m] as the kernel takes them. */
export const cornersOf = (points: ArrayLike<number>): [number, number, number][] =>
  Array.from({ length: points.length / 3 }, (_, k) => [
    1000 * points[3 * k]!,
    1000 * points[3 * k + 1]!,
    1000 * points[3 * k + 2]!,
  ])
