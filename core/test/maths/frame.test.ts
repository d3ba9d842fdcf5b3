import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { flipped, identityFrame, inverse, multiply, shifted, turnedAboutZ } from '../../src/maths/frame'
import { readQuaternion, writeAxes } from '../../src/maths/quaternion'

const component = fc.double({ min: -1, max: 1, noNaN: true })
const quaternions = fc.tuple(component, component, component, component).filter((q) => Math.hypot(...q) > 0.1)

describe('frames', () => {
  it('keep an orientation through axes and back, up to the sign of the quaternion', () => {
    fc.assert(
      fc.property(quaternions, (q) => {
        const n = Math.hypot(...q)
        const frame = identityFrame()
        writeAxes(q, frame)
        const back = new Float64Array(4)
        readQuaternion(frame, 0, back, 0)
        const same = q.reduce((sum, v, i) => sum + (v / n) * back[i], 0)
        expect(Math.abs(same)).toBeCloseTo(1, 13)
      }),
      { seed: 2 },
    )
  })

  it('times its inverse is the identity', () => {
    const frame = shifted(turnedAboutZ(flipped(identityFrame()), 0.7), 1, -2, 3)
    multiply(frame, inverse(frame)).forEach((v, i) => expect(v).toBeCloseTo(identityFrame()[i], 14))
  })

  it('turned about z by a quarter has its x axis along y', () => {
    expect(Array.from(turnedAboutZ(identityFrame(), Math.PI / 2).subarray(0, 3))).toEqual([
      expect.closeTo(0, 15),
      1,
      0,
    ])
  })
})
