/** Line drawings: every outline that is in front is there, and nothing that is behind. */
import { describe, expect, it } from 'vitest'
import { linePicture, POSE } from '../../src'
import type { Camera } from '../../src'
import { kitPart } from '../shapes/kit'
import { Sketch } from '../sketch'

const PAGE = [300, 200] as const

/** A large plate of 100 x 100 x 2 mm, and a small block at a height over its middle. */
function drawn(height: number): number[][] {
  const sketch = new Sketch(1).body('block').slide('lift', 'ground', 'block', [0, 0], [0, 0, 1])
  const plate = {
    ...kitPart('box', { width: '100 mm', depth: '100 mm', height: '2 mm' }),
    id: 'plate',
    name: 'Plate',
  }
  const block = {
    ...kitPart('box', { width: '10 mm', depth: '10 mm', height: '10 mm' }),
    id: 'cube',
    name: 'Cube',
  }
  sketch.document.parts.push(plate, block)
  const [ground] = sketch.document.bodies
  ground.parts.push({ id: 'plate-placed', part: 'plate' })
  sketch.document.bodies
    .find(({ id }) => id === 'block')!
    .parts.push({ id: 'cube-placed', part: 'cube', at: { position: [0, 0, height] } })
  const { mechanism } = sketch.open()
  const { take } = sketch.motor('lift', 0).solve()
  const svg = linePicture(mechanism.geometry, take.poses.subarray(0, POSE * take.bodies.length), {
    width: PAGE[0],
    height: PAGE[1],
  })
  expect(svg).toMatch(/^<svg xmlns="http:\/\/www.w3.org\/2000\/svg" viewBox="0 0 300 200"/)
  return [...svg.matchAll(/M([\d.-]+) ([\d.-]+)L([\d.-]+) ([\d.-]+)/g)].map((m) => m.slice(1).map(Number))
}
const lengthOf = (lines: readonly number[][]) =>
  lines.reduce((sum, [x, y, u, v]) => sum + Math.hypot(u - x, v - y), 0)

it('a block over a plate shows, one below it is hidden', () => {
  const over = lengthOf(drawn(0.02))
  const below = lengthOf(drawn(-0.02))
  const inside = drawn(-0.02)
  // nine of the twelve edges of the block are seen; of what lies below the plate none
  expect(over - below).toBeGreaterThan(9 * 10)
  for (const line of inside) for (const value of line) expect(Number.isFinite(value)).toBe(true)
})

it('everything is within the picture', () => {
  for (const [x, y, u, v] of drawn(0.02)) {
    expect(Math.min(x, u)).toBeGreaterThanOrEqual(0)
    expect(Math.max(x, u)).toBeLessThanOrEqual(PAGE[0])
    expect(Math.min(y, v)).toBeGreaterThanOrEqual(0)
    expect(Math.max(y, v)).toBeLessThanOrEqual(PAGE[1])
  }
})

describe('seen by a camera', () => {
  /** A cube of 20 mm about the origin. */
  function cube(camera: Camera): [number, number, number, number] {
    const sketch = new Sketch(1)
    const part = kitPart('box', { width: '20 mm', depth: '20 mm', height: '20 mm' })
    sketch.document.parts.push({ ...part, id: 'cube', name: 'Cube' })
    sketch.document.bodies[0].parts.push({ id: 'placed', part: 'cube' })
    const { mechanism } = sketch.open()
    const svg = linePicture(mechanism.geometry, Float64Array.of(0, 0, 0, 1, 0, 0, 0), {
      width: 400,
      height: 200,
      camera,
      ground: null,
    })
    expect(svg).not.toContain('<rect')
    const numbers = [...svg.matchAll(/[ML]([\d.-]+) ([\d.-]+)/g)].map((m) => [Number(m[1]), Number(m[2])])
    const [x, y] = [numbers.map(([a]) => a), numbers.map(([, b]) => b)]
    return [Math.min(...x), Math.min(...y), Math.max(...x), Math.max(...y)]
  }
  const front = { eye: [0, -0.2, 0], target: [0, 0, 0], up: [0, 0, 1] } as const

  it('in parallel a cube is as large as its sides', () => {
    // 200 px are 50 mm: 20 mm are 80 px about the middle
    expect(cube({ ...front, height: 0.05, opening: 0 })).toEqual([160, 60, 240, 140])
  })

  it('in perspective its near side is as large as its distance says', () => {
    const height = 2 * 0.2 * Math.tan(Math.PI / 12)
    // the near side is 190 mm away and fills 20 mm of 2 * 190 * tan(15 deg)
    const half = (200 * 0.01) / (2 * 0.19 * Math.tan(Math.PI / 12))
    const [x0, y0, x1, y1] = cube({ ...front, height, opening: Math.PI / 6 })
    for (const [found, meant] of [
      [x0, 200 - half],
      [x1, 200 + half],
      [y0, 100 - half],
      [y1, 100 + half],
    ])
      expect(Math.abs(found - meant)).toBeLessThan(0.1)
  })
})
