/** Dry friction and limits at joints of a loop whose coordinates follow from another one. */
import { describe, expect, it } from 'vitest'
import type { AnyLoad } from '../../src/document/format/loads'
import { ENERGIES } from '../../src/motion/take'
import type { TakeReader } from '../sketch'
import { rodCrankRocker } from './free'

const SIDES = [1, -1] as const

/** A crank-rocker of rods, let go under gravity along y, or mirrored. */
function fourBar(
  side: 1 | -1,
  loads: readonly object[],
  limit?: { joint: string; lower?: number; upper?: number },
) {
  const sketch = rodCrankRocker(4, side)
  const [scenario] = sketch.document.scenarios
  scenario.mode = 'free'
  scenario.gravity = [0, -side * 9.81, 0]
  scenario.loads = loads.map((load, k) => ({ id: `load-${k}`, name: `Load ${k}`, ...load })) as AnyLoad[]
  if (limit) {
    const { joint, lower, upper } = limit
    const [low, high] = side > 0 ? [lower, upper] : [upper && -upper, lower && -lower]
    const range = {
      ...(low === undefined ? {} : { lower: low }),
      ...(high === undefined ? {} : { upper: high }),
    }
    sketch.document.joints.find(({ id }) => id === joint)!.freedoms = [{ name: 'angle', ...range }]
  }
  return sketch.solve()
}

const balanceAt = ({ take }: TakeReader, frame: number): number => {
  const [kinetic, stored, lost, driven] = take.energies.subarray(ENERGIES * frame)
  return kinetic + stored + lost - driven
}

describe.each(SIDES)('a four-bar that is let go, side %i', (side) => {
  it.each(['eye', 'pivot'])(
    'passes the turning points of its %s, whose friction brings it to a stand',
    (joint) => {
      const reader = fourBar(side, [{ kind: 'joint-friction', joint, kinetic: 0.05 }])
      const last = reader.take.frames - 1
      const rates = Array.from({ length: last }, (_, k) => reader.joint(joint, k)[1])
      // it turns round more than once while the crank goes on
      expect(rates.filter((rate, k) => k > 0 && rate * rates[k - 1] < 0).length).toBeGreaterThan(1)
      expect(side * reader.joint('shaft', last)[0]).toBeLessThan(-1)
      for (const name of ['shaft', joint]) {
        expect(Math.abs(reader.joint(name, last)[1])).toBe(0)
        expect(reader.joint(name, last)[0]).toBe(reader.joint(name, last - 30)[0])
      }
      for (const frame of [5, 40, last]) expect(balanceAt(reader, frame)).toBeCloseTo(balanceAt(reader, 0), 8)
    },
  )

  it('stops at a limit of a joint that follows', () => {
    const reader = fourBar(side, [], { joint: 'pivot', upper: 0.2 })
    const last = reader.take.frames - 1
    const values = Array.from({ length: last + 1 }, (_, k) => side * reader.joint('pivot', k)[0])
    expect(Math.max(...values)).toBeLessThan(0.2 + 1e-9)
    expect(values[last]).toBeCloseTo(0.2, 9)
  })
})
