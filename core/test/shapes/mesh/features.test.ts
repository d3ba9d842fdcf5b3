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

  /** A round side of uneven strips, which is `radius(z)` wide at its ends, turned and far from the origin. */
  function side(radius: readonly [number, number]): Float32Array {
    const angles = [0]
    for (let k = 0; angles[k]! < 2 * Math.PI - 0.4; k++)
      angles.push(angles[k]! + 0.12 + 0.14 * ((k * 7) % 5) * 0.5)
    const [c, s] = [Math.cos(0.4), Math.sin(0.4)]
    const at = (angle: number, end: 0 | 1): number[] => {
      const [x, y, z] = [radius[end] * Math.cos(angle), radius[end] * Math.sin(angle), 0.04 * end]
      return [0.3 + x * c - z * s, -0.2 + y, 0.1 + x * s + z * c]
    }
    const positions: number[] = []
    angles.forEach((from, k) => {
      const to = angles[(k + 1) % angles.length]!
      positions.push(...at(from, 0), ...at(to, 0), ...at(to, 1), ...at(from, 0), ...at(to, 1), ...at(from, 1))
    })
    return Float32Array.from(positions)
  }

  it('a rod of 10 mm reads 10.00 mm from every strip, however uneven they are', () => {
    const features = new MeshFeatures({ positions: side([0.005, 0.005]) })
    for (let t = 0; t < 20; t++) {
      const { face } = features.around(t)
      if (face?.kind !== 'cylinder') throw new Error('not a cylinder')
      expect(Math.abs(face.radius / 0.005 - 1)).toBeLessThan(1e-5)
      expect([...face.frame.subarray(6, 9)].map(Math.abs)).toEqual([
        expect.closeTo(Math.sin(0.4), 5),
        expect.closeTo(0, 5),
        expect.closeTo(Math.cos(0.4), 5),
      ])
    }
  })

  it('a cone is not offered as a cylinder', () => {
    const features = new MeshFeatures({ positions: side([0.005, 0.0052]) })
    for (let t = 0; t < 20; t++) expect(features.around(t).face?.kind).not.toBe('cylinder')
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
