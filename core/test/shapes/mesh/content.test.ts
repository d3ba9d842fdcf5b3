/** Meshes as stored bytes: with and without faces, and bytes that are no mesh. */
import { describe, expect, it } from 'vitest'
import { meshOfTriangles, moveFaces, packTriangles, unpackTriangles } from '../../../src'
import type { Face } from '../../../src'

const positions = Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 1])
const faces: Face[] = [
  { first: 0, surface: { kind: 'plane', axis: [0, 0, 1], centre: [0.1, 0, 0], radius: 0 } },
  { first: 1, surface: { kind: 'cylinder', axis: [1, 0, 0], centre: [0, 1 / 3, 0], radius: 0.005 } },
]

describe('stored triangles', () => {
  it('come back with their faces, to the last digit, wherever the bytes begin', () => {
    const packed = packTriangles({ positions, faces: [...faces, { first: 1, surface: null }] })
    const shifted = new Uint8Array(packed.length + 3)
    shifted.set(packed, 3)
    for (const bytes of [packed, shifted.subarray(3)]) {
      const back = unpackTriangles(bytes)!
      expect(back.positions).toEqual(positions)
      expect(back.faces).toEqual([...faces, { first: 1, surface: null }])
    }
  })

  it('without faces are the bare numbers', () => {
    const packed = packTriangles({ positions, faces: [] })
    expect(packed).toEqual(new Uint8Array(positions.buffer))
    expect(unpackTriangles(packed)).toEqual({ positions, faces: [] })
  })

  it('are refused when empty, cut short, or with faces of triangles that are not there', () => {
    const packed = packTriangles({ positions, faces })
    expect(unpackTriangles(new Uint8Array(0))).toBeNull()
    expect(unpackTriangles(packed.subarray(1))).toBeNull()
    expect(unpackTriangles(packed.subarray(0, 50))).toBeNull()
    expect(unpackTriangles(packTriangles({ positions, faces: [{ first: 2, surface: null }] }))).toBeNull()
    const many = packed.slice()
    many.fill(255, many.length - 16, many.length - 12)
    expect(unpackTriangles(many)).toBeNull()
    const strange = packed.slice()
    strange[2 * 36 + 4] = 9
    expect(unpackTriangles(strange)).toBeNull()
  })
})

describe('faces', () => {
  it('move with their mesh', () => {
    const [plane, round] = moveFaces(faces, [0.1, 0, 0], 1000)
    expect(plane!.surface!.centre).toEqual([0, 0, 0])
    expect(round!.surface!.radius).toBeCloseTo(5, 12)
  })

  it('follow their triangles when those without area are left out', () => {
    const flat = [0, 0, 0, 1, 0, 0, 1, 0, 0]
    const mesh = meshOfTriangles(Float32Array.from([...flat, ...positions, ...flat]), [
      { first: 0, surface: null },
      { first: 1, surface: null },
      { first: 2, surface: faces[0]!.surface },
      { first: 3, surface: null },
    ])
    expect(mesh.faces).toEqual([
      { first: 0, surface: null },
      { first: 1, surface: faces[0]!.surface },
    ])
  })
})
