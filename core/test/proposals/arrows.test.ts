import { expect, it } from 'vitest'
import { gearingArrows } from '../../src/proposals/arrows'
import { Sketch } from '../sketch'

const arrowsOf = (sketch: Sketch) => {
  const { mechanism } = sketch.open()
  return gearingArrows(mechanism.relations[0].gearing!, mechanism.size)
}
const last = (points: Float32Array): number[] => [...points.slice(-3)]

it('two gears are drawn round their axes up to where they touch, there moving the same way', () => {
  const [shaftA, , shaftB] = arrowsOf(
    new Sketch()
      .body('a', 'b')
      .hinge('ja', 'ground', 'a', [0, 0])
      .hinge('jb', 'ground', 'b', [0.06, 0])
      .pair('gear', 'mesh', 'ja', 'jb', { diameterA: '40 mm', diameterB: '80 mm' }),
  )
  for (const end of [last(shaftA), last(shaftB)]) {
    expect(end[0]).toBeCloseTo(0.02, 6)
    expect(end[1]).toBeCloseTo(0, 6)
  }
  // both come to the contact from the same side
  expect(Math.sign(shaftA[shaftA.length - 5])).toBe(Math.sign(shaftB[shaftB.length - 5]))
})

it('a nut is drawn against the axis of a right-hand spindle that turns forwards', () => {
  const lines = arrowsOf(
    new Sketch()
      .body('spindle', 'nut')
      .hinge('bearing', 'ground', 'spindle', [0, 0])
      .slide('guide', 'ground', 'nut', [0.1, 0], [0, 0, 1])
      .pair('screw', 'thread', 'bearing', 'guide', { lead: '4 mm' }),
  )
  expect(lines).toHaveLength(4)
  expect(last(lines[2])[2]).toBeLessThan(0)
})
