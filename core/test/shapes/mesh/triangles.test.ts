/** Meshes of bare triangles: joined corners, creases, smooth normals, boxes. */
import { describe, expect, it } from 'vitest'
import { boundsOfTriangles, CHORDS, joined, meshOfTriangles, moveTriangles, shapeOf } from '../../../src'
import { kitPart, resolved } from '../kit'

const trianglesOf = (kind: string, dimensions: Record<string, string>) =>
  joined(shapeOf(resolved(kitPart(kind, dimensions))).solids(CHORDS)).positions

describe('triangles without anything else', () => {
  it('a box gets its twelve edges back, and normals square to its faces', () => {
    const mesh = meshOfTriangles(trianglesOf('box', { width: '60 mm', depth: '40 mm', height: '20 mm' }))
    expect(mesh.edges.length / 6).toBe(12)
    for (let k = 0; k < mesh.normals.length; k += 3)
      expect(Math.max(...mesh.normals.subarray(k, k + 3).map(Math.abs))).toBeCloseTo(1, 6)
    expect([...boundsOfTriangles(mesh.positions)].map((v) => Math.round(v * 1e6) / 1e3)).toEqual([
      -30, -20, -10, 30, 20, 10,
    ])
  })

  it('a cylinder is smooth around and creased at its rims', () => {
    const mesh = meshOfTriangles(trianglesOf('cylinder', { diameter: '20 mm', length: '40 mm' }))
    expect(mesh.edges.length / 6).toBe(2 * CHORDS)
    for (let v = 0; v < mesh.positions.length; v += 3) {
      const [x, y] = [mesh.positions[v], mesh.positions[v + 1]]
      const [nx, ny, nz] = mesh.normals.subarray(v, v + 3)
      if (Math.abs(nz) > 0.5) continue
      // the normal of the true cylinder
      expect(nx * x + ny * y).toBeCloseTo(0.01, 4)
    }
  })

  it('slivers and broken numbers are dropped, and rims are drawn', () => {
    const positions = Float32Array.of(
      ...[0, 0, 0, 1, 0, 0, 0, 1, 0],
      ...[0, 0, 0, 1, 0, 0, 2, 0, 0],
      ...Array(9).fill(NaN),
    )
    const mesh = meshOfTriangles(positions)
    expect(mesh.positions.length).toBe(9)
    expect(mesh.edges.length / 6).toBe(3)
  })

  it('are moved with the frame of their body', () => {
    const moved = moveTriangles(
      Float32Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1),
      Float64Array.of(0, 1, 0, -1, 0, 0, 0, 0, 1, 5, 0, 0),
    )
    expect([...moved]).toEqual([5, 1, 0, 4, 0, 0, 5, 0, 1])
  })
})
