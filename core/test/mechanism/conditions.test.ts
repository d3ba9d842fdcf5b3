import { describe, expect, it } from 'vitest'
import {
  Axis,
  conditionValue,
  conditionWrench,
  conditionWrenchRate,
  slide,
  square,
  turn,
} from '../../src/mechanism/conditions'
import type { Condition } from '../../src/mechanism/conditions'
import { multiply, shifted, turnedAboutZ } from '../../src/maths/frame'
import type { Frame } from '../../src/maths/frame'
import { identityFrame } from '../../src/maths/frame'
import { turnAbout, writeAxes } from '../../src/maths/quaternion'

const start = (axis: [number, number, number], angle: number, x: number, y: number, z: number): Frame => {
  const frame = identityFrame()
  writeAxes(turnAbout(axis, angle), frame)
  frame.set([x, y, z], 9)
  return frame
}
const A = start([0.6, 0, 0.8], 0.9, 0.2, -0.1, 0.4)
const B = start([0, 0.8, 0.6], -0.5, -0.3, 0.5, 0.1)

/** Steady twists (angular, linear at the ground's origin) of both bodies. */
const TWISTS = Float64Array.of(0.3, -0.7, 0.5, 0.1, 0.4, -0.2, -0.6, 0.2, 0.9, -0.3, 0.2, 0.5)

/** Where a steady twist carries a frame in a time; exact, by turning about the screw axis in small frames. */
function carried(frame: Frame, at: number, time: number): Frame {
  const [wx, wy, wz, vx, vy, vz] = TWISTS.subarray(at, at + 6)
  const w = Math.hypot(wx, wy, wz)
  const turned = identityFrame()
  writeAxes(turnAbout([wx / w, wy / w, wz / w], w * time), turned)
  // Rodrigues: p(t) = R p + integral of R(s) v ds
  const s = (w * time - Math.sin(w * time)) / w ** 3
  const c = (1 - Math.cos(w * time)) / w ** 2
  const cross1 = [wy * vz - wz * vy, wz * vx - wx * vz, wx * vy - wy * vx]
  const cross2 = [
    wy * cross1[2] - wz * cross1[1],
    wz * cross1[0] - wx * cross1[2],
    wx * cross1[1] - wy * cross1[0],
  ]
  ;[vx, vy, vz].forEach((v, k) => {
    turned[9 + k] = v * time + c * cross1[k] + s * cross2[k]
  })
  return multiply(turned, frame)
}

const dotTwists = (wrench: Float64Array) => {
  let sum = 0
  for (let k = 0; k < 6; k++) sum += wrench[k] * (TWISTS[6 + k] - TWISTS[k])
  return sum
}
const value = (c: Condition, time: number) =>
  conditionValue(c, carried(A, 0, time), 0, carried(B, 6, time), 0)

/** Fourth-order central difference. */
const derivative = (f: (t: number) => number, h = 1e-3) =>
  (8 * (f(h) - f(-h)) - (f(2 * h) - f(-2 * h))) / (12 * h)

describe.each([
  slide(Axis.X),
  slide(Axis.Z),
  square(Axis.X, Axis.Z),
  square(Axis.Y, Axis.Z),
  square(Axis.X, Axis.Y),
])('condition “$direction”', (condition) => {
  it('changes at the rate its wrench gives', () => {
    const wrench = new Float64Array(6)
    conditionWrench(condition, A, 0, B, 0, wrench)
    expect(dotTwists(wrench)).toBeCloseTo(
      derivative((t) => value(condition, t)),
      9,
    )
  })

  it('has a wrench that changes at its stated rate', () => {
    const rate = new Float64Array(6)
    conditionWrenchRate(condition, A, 0, B, 0, TWISTS, 0, 6, rate)
    for (let k = 0; k < 6; k++) {
      const component = (t: number) => {
        const wrench = new Float64Array(6)
        conditionWrench(condition, carried(A, 0, t), 0, carried(B, 6, t), 0, wrench)
        return wrench[k]
      }
      expect(rate[k]).toBeCloseTo(derivative(component), 9)
    }
  })
})

describe('turn about z', () => {
  const turned = turnedAboutZ(shifted(A, 0, 0, 0.1), 2.5)

  it('measures the angle between the x axes', () => {
    expect(conditionValue(turn, A, 0, turned, 0)).toBeCloseTo(2.5, 14)
  })

  it('has the axis as its wrench', () => {
    const wrench = new Float64Array(6)
    conditionWrench(turn, A, 0, turned, 0, wrench)
    const axis = [...A.subarray(6, 9), 0, 0, 0]
    wrench.forEach((w, k) => expect(w).toBeCloseTo(axis[k], 14))
  })
})
