/** Planes, cylinders, circles, arcs and edges recognised from triangles alone. */
import { describe, expect, it } from 'vitest'
import { CHORDS, joined, MeshFeatures, ORIGIN, shapeOf } from '../../../src'
import type { Feature, Mesh } from '../../../src'
import type { Surroundings } from '../../../src/shapes/mesh/features'
import { kitPart, resolved } from '../kit'

const meshOf = (kind: string, dimensions: Record<string, string> = {}): Mesh =>
  joined(shapeOf(resolved(kitPart(kind, dimensions))).solids(CHORDS))

/** All that is found around any triangle, each once. */
function everything(mesh: Mesh): { faces: Feature[]; all: Surroundings[] } {
  const features = new MeshFeatures(mesh)
  const all = new Set<Surroundings>()
  for (let t = 0; t < mesh.positions.length / 9; t++) all.add(features.around(t))
  return { all: [...all], faces: [...all].flatMap(({ face }) => face ?? []) }
}

const origin = ({ frame }: Feature) => [...frame.subarray(ORIGIN)].map((v) => Math.round(v * 1e6) / 1e3 + 0)

describe('features of a mesh', () => {
  it('a box has six planes with twelve straight edges', () => {
    const { faces, all } = everything(meshOf('box', { width: '60 mm', depth: '40 mm', height: '20 mm' }))
    expect(faces.map(({ kind }) => kind)).toEqual(Array(6).fill('plane'))
    expect(faces.map(origin)).toContainEqual([0, 0, 10])
    const edges = all.flatMap(({ boundaries }) => boundaries.map(({ feature }) => feature))
    expect(edges).toHaveLength(24)
    expect(new Set(edges.map((e) => origin(e).join(' '))).size).toBe(12)
  })

  it('a tube has an inner and an outer cylinder, two rings, and circles at both ends', () => {
    const { faces, all } = everything(meshOf('tube', { outer: '30 mm', inner: '20 mm', length: '50 mm' }))
    const radii = faces.flatMap((f) => (f.kind === 'cylinder' ? [Math.round(f.radius * 1e5) / 100] : []))
    expect(radii.sort()).toEqual([10, 15])
    expect(faces.filter(({ kind }) => kind === 'plane')).toHaveLength(2)
    const circles = all.flatMap(({ boundaries }) => boundaries).filter((b) => b.feature.kind === 'circle')
    expect(circles).toHaveLength(8)
    for (const { feature } of circles) expect(Math.abs(origin(feature)[0]!)).toBeLessThan(1e-3)
  })

  it('the bores of a link are found on its face, and its round ends as arcs', () => {
    const mesh = meshOf('link', { length: '80 mm', bore: '8 mm', width: '20 mm', thickness: '6 mm' })
    const { all } = everything(mesh)
    const face = all.find(({ face }) => face?.kind === 'plane' && face.frame[8] === 1)!
    const round = face.boundaries.filter(({ feature }) => feature.kind !== 'edge')
    const found = round.map(({ feature }) => [feature.kind, origin(feature)[0]])
    expect(found).toContainEqual(['circle', 0])
    expect(found).toContainEqual(['circle', 80])
    expect(found).toContainEqual(['arc', 0])
    expect(found).toContainEqual(['arc', 80])
  })

  it('a free-form surface gives no axis', () => {
    // a bump: z = x y, whose normals turn in every direction
    const positions: number[] = []
    const at = (i: number, j: number) => [i, j, 0.35 * Math.sin(i) * Math.cos(1.3 * j)]
    for (let i = 0; i < 6; i++)
      for (let j = 0; j < 6; j++) {
        positions.push(...at(i, j), ...at(i + 1, j), ...at(i + 1, j + 1))
        positions.push(...at(i, j), ...at(i + 1, j + 1), ...at(i, j + 1))
      }
    const features = new MeshFeatures({ positions: Float32Array.from(positions) })
    expect(features.around(30).face).toBeNull()
  })
})
