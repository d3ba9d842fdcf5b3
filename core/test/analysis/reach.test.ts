/** Where datums can get, against closed forms; what limits, dead points and other joints leave out is counted and said. */
import { expect, it } from 'vitest'
import { reachOf, spreadOf } from '../../src'
import { Sketch } from '../sketch'
import type { ReachRange } from '../../src'

const HALF = Math.PI / 2

/** Two arms of 300 and 200 mm in a plane. */
const twoArms = () =>
  new Sketch(1)
    .body('upper', 'fore')
    .hinge('shoulder', 'ground', 'upper', [0, 0])
    .hinge('elbow', 'upper', 'fore', [0.3, 0])
    .datum('tip', 'fore', [0.5, 0])

function reach(sketch: Sketch, datum: string, ranges: Omit<ReachRange, 'coordinate'>[], joints: string[]) {
  const { mechanism, home } = sketch.open()
  const at = (id: string) =>
    mechanism.coordinates.findIndex(({ joint }) => mechanism.geometry.joints[joint].source.id === id)
  return reachOf(
    mechanism,
    home,
    datum,
    ranges.map((range, k) => ({ ...range, coordinate: at(joints[k]) })),
  )
}

it('two arms reach every point of the grid, where the closed form says', () => {
  const range = { lower: 0, upper: HALF, steps: 31 }
  const found = reach(twoArms(), 'tip', [range, range], ['shoulder', 'elbow'])
  if (!found.ok) throw new Error(found.problems[0].message)
  const { points, missed } = found.value
  expect([points.length / 3, missed]).toEqual([31 * 31, 0])
  for (let i = 0; i < points.length; i += 3) {
    // the law of cosines gives back an elbow within the range
    const distance = Math.hypot(points[i], points[i + 1])
    const cosine = (distance ** 2 - 0.13) / 0.12
    expect(cosine).toBeGreaterThan(-1e-6)
    expect(cosine).toBeLessThan(1 + 1e-6)
  }
  const spread = spreadOf(points)
  expect(spread.kind).toBe('plane')
  // the hull of the arc of 500 mm from the stretched arm on over 90 degrees, and of the arc of 200 mm about (0, 300 mm) on from there
  const arc = (middle: readonly [number, number], radius: number, from: number, to: number) =>
    Array.from({ length: 2001 }, (_, k): readonly [number, number] => {
      const a = from + ((to - from) * k) / 2000
      return [middle[0] + radius * Math.cos(a), middle[1] + radius * Math.sin(a)]
    })
  const outline = [...arc([0, 0], 0.5, 0, HALF), ...arc([0, 0.3], 0.2, HALF, Math.PI)]
  const area = outline.reduce((sum, [x, y], k) => {
    const [u, v] = outline[(k + 1) % outline.length]
    return sum + (x * v - u * y) / 2
  }, 0)
  expect(spread.area / area).toBeGreaterThan(0.998)
  expect(spread.area / area).toBeLessThan(1 + 1e-9)
})

it('three slides at right angles reach a box', () => {
  const sketch = new Sketch(1)
    .body('x', 'y', 'z')
    .slide('along', 'ground', 'x', [0, 0], [1, 0, 0])
    .slide('across', 'x', 'y', [0, 0], [0, 1, 0])
    .slide('up', 'y', 'z', [0, 0], [0, 0, 1])
    .datum('tip', 'z', [0, 0])
  const found = reach(
    sketch,
    'tip',
    [0.1, 0.2, 0.3].map((upper) => ({ lower: -0.05, upper, steps: 4 })),
    ['along', 'across', 'up'],
  )
  if (!found.ok) throw new Error(found.problems[0].message)
  const { kind, length } = spreadOf(found.value.points)
  expect(kind).toBe('space')
  expect(length).toBeCloseTo(Math.hypot(0.15, 0.25, 0.35), 6)
  expect(found.value.points.length / 3).toBe(64)
})

it('what lies beyond a limit is counted, and the limit is named', () => {
  const sketch = twoArms()
  sketch.document.joints.find(({ id }) => id === 'elbow')!.freedoms = [{ name: 'angle', upper: '45 deg' }]
  const range = { lower: 0, upper: HALF, steps: 11 }
  const found = reach(sketch, 'tip', [range, range], ['shoulder', 'elbow'])
  if (!found.ok) throw new Error(found.problems[0].message)
  expect(found.value.missed).toBe(11 * 5)
  expect(found.value.because).toMatchObject({ code: 'limit-reached' })
})

it('joints that follow one another cannot both be chosen, and which is said', () => {
  const sketch = new Sketch(1)
    .body('a', 'b')
    .hinge('first', 'ground', 'a', [0, 0])
    .hinge('second', 'ground', 'b', [0.1, 0])
    .datum('tip', 'b', [0.2, 0])
    .pair('gear', 'mesh', 'first', 'second', { ratio: 2 })
  const range = { lower: 0, upper: 1, steps: 5 }
  const found = reach(sketch, 'tip', [range, range], ['first', 'second'])
  expect(found.ok ? '' : found.problems[0].message).toContain(
    'second cannot go through a range of its own: it follows first',
  )
})

it.each([
  [{ lower: 1, upper: 0, steps: 5 }, 'reach-range'],
  [{ lower: 0, upper: Infinity, steps: 5 }, 'reach-range'],
  [{ lower: 0, upper: 1, steps: 1 }, 'reach-range'],
  [{ lower: 0, upper: 1, steps: 300 }, 'reach-too-many'],
])('a range %j is refused', (range, code) => {
  const found = reach(twoArms(), 'tip', [range, range], ['shoulder', 'elbow'])
  expect(found.ok ? '' : found.problems[0].code).toBe(code)
})

it('points on a line, in a plane and alone are told apart', () => {
  expect(spreadOf([]).kind).toBe('point')
  expect(spreadOf([1, 2, 3, 1, 2, 3]).kind).toBe('point')
  expect(spreadOf([0, 0, 0, 1, 1, 1, 3, 3, 3])).toMatchObject({ kind: 'line' })
  const square = spreadOf([0, 0, 1, 2, 0, 1, 2, 2, 1, 0, 2, 1, 1, 1, 1])
  expect(square.kind).toBe('plane')
  expect(square.area).toBeCloseTo(4, 12)
})
