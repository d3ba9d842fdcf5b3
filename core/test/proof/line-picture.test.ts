/** Line drawings: every outline that is in front is there, and nothing that is behind. */
import { expect, it } from 'vitest'
import { linePicture, POSE } from '../../src'
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
  const svg = linePicture(mechanism.geometry, take.poses.subarray(0, POSE * take.bodies.length), ...PAGE)
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
