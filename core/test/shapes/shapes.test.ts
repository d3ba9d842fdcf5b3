import { describe, expect, it } from 'vitest'
import { shapeType } from '../../src'
import type { Mesh } from '../../src'

/** Volume by the divergence theorem; right only when the mesh is closed and faces outward. */
function volume({ positions: p }: Mesh): number {
  let six = 0
  for (let t = 0; t < p.length; t += 9) {
    six +=
      p[t] * (p[t + 4] * p[t + 8] - p[t + 5] * p[t + 7]) -
      p[t + 1] * (p[t + 3] * p[t + 8] - p[t + 5] * p[t + 6]) +
      p[t + 2] * (p[t + 3] * p[t + 7] - p[t + 4] * p[t + 6])
  }
  return six / 6
}

/** Every edge of a closed mesh is walked once in each direction. */
function openEdges({ positions: p }: Mesh): number {
  const count = new Map<string, number>()
  const point = (i: number) => [p[i], p[i + 1], p[i + 2]].map((v) => v.toFixed(7)).join()
  for (let t = 0; t < p.length; t += 9) {
    for (let k = 0; k < 3; k++) {
      const a = point(t + 3 * k)
      const b = point(t + 3 * ((k + 1) % 3))
      const [key, sign] = a < b ? [`${a}|${b}`, 1] : [`${b}|${a}`, -1]
      count.set(key, (count.get(key) ?? 0) + sign)
    }
  }
  return [...count.values()].filter((n) => n !== 0).length
}

/** Area of a regular polygon with the given circumradius, which stands for a circle in a mesh. */
const polygon = (r: number, n = 48) => (n / 2) * r * r * Math.sin((2 * Math.PI) / n)

const cases: { kind: string; d: Record<string, number>; volume: number }[] = [
  { kind: 'box', d: { width: 0.06, depth: 0.04, height: 0.02 }, volume: 0.06 * 0.04 * 0.02 },
  { kind: 'cylinder', d: { diameter: 0.01, length: 0.04 }, volume: polygon(0.005) * 0.04 },
  {
    kind: 'link',
    d: { length: 0.08, width: 0.024, thickness: 0.008, bore: 0.01 },
    volume: (0.08 * 0.024 + polygon(0.012) - 2 * polygon(0.005)) * 0.008,
  },
]

describe.each(cases)('$kind', ({ kind, d, volume: expected }) => {
  const shape = shapeType(kind)!
  const mesh = shape.mesh(d)

  it('is closed, faces outward and encloses its volume', () => {
    expect(openEdges(mesh)).toBe(0)
    expect(volume(mesh) / expected).toBeCloseTo(1, 5)
  })

  it('has unit normals on the outside of its triangles', () => {
    const { positions: p, normals: n } = mesh
    for (let t = 0; t < p.length; t += 9) {
      const u = [0, 1, 2].map((k) => p[t + 3 + k] - p[t + k])
      const v = [0, 1, 2].map((k) => p[t + 6 + k] - p[t + k])
      const face = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]]
      for (let k = 0; k < 3; k++) {
        const normal = [0, 1, 2].map((i) => n[t + 3 * k + i])
        expect(Math.hypot(...normal)).toBeCloseTo(1, 5)
        expect(face[0] * normal[0] + face[1] * normal[1] + face[2] * normal[2]).toBeGreaterThan(0)
      }
    }
  })

  it('offers right-handed frames as datums', () => {
    for (const frame of Object.values(shape.datums(d))) {
      const [x, y, z] = [0, 3, 6].map((k) => frame.subarray(k, k + 3))
      expect(x[1] * y[2] - x[2] * y[1]).toBeCloseTo(z[0], 12)
      expect(x[2] * y[0] - x[0] * y[2]).toBeCloseTo(z[1], 12)
      expect(x[0] * y[1] - x[1] * y[0]).toBeCloseTo(z[2], 12)
    }
  })
})

it('the far bore of a link follows its length', () => {
  const d = { length: 0.08, width: 0.024, thickness: 0.008, bore: 0.01 }
  expect(Array.from(shapeType('link')!.datums(d)['bore B'].subarray(9))).toEqual([0.08, 0, 0])
})
