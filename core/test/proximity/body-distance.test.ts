/** Distances of meshes against every pair of triangles, found by quadratic programming of another kind. */
import { describe, expect, it } from 'vitest'
import { FRAME, identityFrame, ORIGIN } from '../../src/maths/frame'
import { writeAxes } from '../../src/maths/quaternion'
import { BodyDistance } from '../../src/proximity/body-distance'
import { OverlapDepth } from '../../src/proximity/depth'
import { Solid } from '../../src/proximity/solid'
import { ball, box, numbersFrom } from './solids'

const ground = identityFrame()

function standing(x: number, y: number, z: number, turn = [1, 0, 0, 0]): Float64Array {
  const frame = new Float64Array(FRAME)
  writeAxes(turn as unknown as [number, number, number, number], frame)
  frame.set([x, y, z], ORIGIN)
  return frame
}

type P = readonly [number, number, number]
const minus = (a: P, b: P): P => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const dot = (a: P, b: P) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

/** Distance of two triangles by projecting to and fro (von Neumann), which needs no cases. */
function bruteDistance(t: readonly P[], s: readonly P[]): number {
  let [p, q] = [t[0], s[0]]
  let before = Infinity
  for (let k = 0; k < 3000; k++) {
    p = nearestOn(t, q)
    q = nearestOn(s, p)
    const now = Math.hypot(...minus(p, q))
    if (before - now < 1e-13) break
    before = now
  }
  return Math.hypot(...minus(p, q))
}

/** Nearest point of a triangle by its faces, sides and corners. */
function nearestOn([a, b, c]: readonly P[], p: P): P {
  const [u, v, w] = [minus(b, a), minus(c, a), minus(p, a)]
  const [uu, uv, vv, uw, vw] = [dot(u, u), dot(u, v), dot(v, v), dot(u, w), dot(v, w)]
  const area = uu * vv - uv * uv
  const [s, t] = [(vv * uw - uv * vw) / area, (uu * vw - uv * uw) / area]
  const at = (o: P, d: P, k: number): P => [o[0] + k * d[0], o[1] + k * d[1], o[2] + k * d[2]]
  if (s >= 0 && t >= 0 && s + t <= 1) return at(at(a, u, s), v, t)
  const sides: [P, P][] = [
    [a, b],
    [b, c],
    [c, a],
  ]
  const feet = sides.map(([from, to]) => {
    const d = minus(to, from)
    return at(from, d, Math.min(1, Math.max(0, dot(minus(p, from), d) / dot(d, d))))
  })
  return feet.reduce((best, foot) =>
    Math.hypot(...minus(foot, p)) < Math.hypot(...minus(best, p)) ? foot : best,
  )
}

function trianglesOf(solid: Float32Array, frame: Float64Array): P[][] {
  const corners: P[] = []
  for (let k = 0; k < solid.length; k += 3) {
    const at = (i: number) =>
      frame[i] * solid[k] + frame[3 + i] * solid[k + 1] + frame[6 + i] * solid[k + 2] + frame[ORIGIN + i]
    corners.push([at(0), at(1), at(2)])
  }
  return Array.from({ length: corners.length / 3 }, (_, t) => corners.slice(3 * t, 3 * t + 3))
}

describe('distance of two bodies', () => {
  const random = numbersFrom(5)
  const star = () => ball(0.02, 4, () => 0.008 + 0.012 * random())
  const shapes: Record<string, () => Float32Array> = {
    'convex ones': () => ball(0.01 + 0.01 * random(), 4),
    stars: star,
    'a box and others': () => box(0.02 + 0.02 * random(), 0.01, 0.03),
  }
  it.each(Object.keys(shapes))('of %s is that of their nearest triangles', (name) => {
    for (let k = 0; k < 6; k++) {
      const [a, b] = [shapes[name](), star()]
      const distance = new BodyDistance(new Solid([a]).tree, new Solid([b]).tree)
      for (let pose = 0; pose < 3; pose++) {
        const away = () => 0.05 * (random() - 0.5)
        const turn = [random(), random() - 0.5, random() - 0.5, random() - 0.5]
        const frame = standing(0.055 + away() / 5, away(), away(), turn)
        const found = distance.measure(ground, 0, frame, 0)
        let least = Infinity
        const others = trianglesOf(b, frame)
        for (const one of trianglesOf(a, ground))
          for (const other of others) least = Math.min(least, bruteDistance(one, other))
        // projecting to and fro comes from above, and slowly where sides are nearly parallel
        expect(found).toBeLessThanOrEqual(least + 1e-9)
        expect(found).toBeGreaterThan(least - 1e-6)
        const loose = distance.measure(ground, 0, frame, 0, 0.1)
        expect(loose).toBeGreaterThanOrEqual(found * (1 - 1e-9))
        expect(0.9 * loose).toBeLessThanOrEqual(found * (1 + 1e-9))
        // its points are where it says
        const onB = [0, 1, 2].map(
          (i) =>
            frame[i] * distance.onB[0] +
            frame[3 + i] * distance.onB[1] +
            frame[6 + i] * distance.onB[2] +
            frame[9 + i],
        )
        expect(Math.hypot(...onB.map((c, i) => c - distance.onA[i]))).toBeCloseTo(loose, 12)
      }
    }
  })

  it('is 0 where surfaces meet, and told where one body stands inside the other', () => {
    const [a, b] = [new Solid([box(0.1, 0.1, 0.1)]), new Solid([box(0.02, 0.02, 0.02)])]
    const distance = new BodyDistance(a.tree, b.tree)
    expect(distance.measure(ground, 0, standing(0.055, 0, 0), 0)).toBe(0)
    expect(distance.measure(ground, 0, standing(0.06, 0.01, 0), 0)).toBeLessThan(1e-9)
    expect(distance.measure(ground, 0, standing(0.061, 0, 0), 0)).toBeCloseTo(0.001, 8)
    expect(distance.measure(ground, 0, standing(0.01, 0, 0), 0)).toBeCloseTo(0.03, 8)
    expect(a.contains(0.01, 0, 0)).toBe(true)
    expect(a.contains(0.06, 0, 0)).toBe(false)
    // through the middles of faces, along sides and corners
    for (const p of [0, 0.0499]) for (const q of [0, 0.0499]) expect(a.contains(p, q, 0)).toBe(true)
  })

  it('solids of one body may touch and overlap', () => {
    const both = new Solid([box(0.1, 0.1, 0.1), box(0.1, 0.1, 0.1, [0.05, 0, 0])])
    expect(both.isClosed).toBe(true)
    for (const x of [-0.04, 0.02, 0.09]) expect(both.contains(x, 0.01, 0.013)).toBe(true)
    expect(both.contains(0.11, 0.01, 0.013)).toBe(false)
  })

  it('an open surface names its edges', () => {
    const open = new Solid([box(0.1, 0.1, 0.1).slice(0, -18)])
    expect(open.isClosed).toBe(false)
    expect(open.openEdges).toHaveLength(4)
  })
})

describe('depth of an overlap', () => {
  const depthOf = (a: Float32Array, b: Float32Array, frame: Float64Array, least = 0) =>
    new OverlapDepth(new Solid([a]), new Solid([b])).measure(ground, 0, frame, 0, least)

  it('of two boxes is how far one stands in the other', () => {
    const { depth, at } = depthOf(box(0.1, 0.1, 0.1), box(0.02, 0.02, 0.02), standing(0.058, 0.01, 0))
    expect(depth).toBeCloseTo(0.002, 8)
    expect(at[0]).toBeGreaterThan(0.048 - 1e-8)
    expect(at[0]).toBeLessThan(0.05 + 1e-8)
  })

  it('of a rod through a plate is half the plate', () => {
    const { depth } = depthOf(box(0.2, 0.2, 0.004), box(0.01, 0.01, 0.3), standing(0.01, 0.02, 0.03))
    expect(depth).toBeCloseTo(0.002, 8)
  })

  it('of faces that lie on each other is none', () => {
    expect(depthOf(box(0.1, 0.1, 0.1), box(0.02, 0.02, 0.02), standing(0.06, 0.01, 0), 1e-7).depth).toBe(0)
  })
})
