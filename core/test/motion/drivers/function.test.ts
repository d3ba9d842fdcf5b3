/** A function of time as a driver, and fast functions between slow frames. */
import { describe, expect, it } from 'vitest'
import { Sketch } from '../../sketch'

const arm = (frameRate = 50) => new Sketch(2, frameRate).body('arm').hinge('pin', 'ground', 'arm', [0, 0])
const driver = {
  id: 'f',
  kind: 'function',
  joint: 'pin',
  position: '30 deg * sin(2*pi*t) + 10 deg/s * t',
} as const
const [A, B, W] = [Math.PI / 6, Math.PI / 18, 2 * Math.PI]

describe('a function of time', () => {
  it('is the position, with its exact speed and acceleration', () => {
    const take = arm().drive(driver).solve()
    for (let k = 0; k <= 100; k++) {
      const t = k / 50
      const [s, v, a] = take.joint('pin', k)
      expect(s).toBeCloseTo(A * Math.sin(W * t) + B * t, 12)
      expect(v).toBeCloseTo(A * W * Math.cos(W * t) + B, 11)
      expect(a).toBeCloseTo(-A * W * W * Math.sin(W * t), 10)
    }
  })

  it('counts t from its start, stays before it and after its duration', () => {
    const take = arm()
      .drive({ ...driver, position: '40 deg/s * t', start: '0.5 s', duration: '1 s' })
      .solve()
    expect(take.joint('pin', 20)).toEqual([0, 0, 0])
    expect(take.joint('pin', 50)[0]).toBeCloseTo(Math.PI / 9, 12)
    expect(take.joint('pin', 90)[0]).toBeCloseTo((2 * Math.PI) / 9, 12)
    expect(take.joint('pin', 90)[1]).toBe(0)
  })

  it.each([
    ['10 mm * t', 'has another unit, not an angle'],
    ['30 deg * sqrt(t/1 s - 1)', 'no position with a speed and an acceleration at t = 0.000 s'],
    ['30 deg * log(1.5 - t/1 s)', 'at t = 1.500 s'],
  ])('is refused by name: %s', (position, words) => {
    expect(() =>
      arm()
        .drive({ ...driver, position })
        .solve(),
    ).toThrow(words)
  })

  it.each(['sine', 'function'] as const)('as a fast %s meets its limit between slow frames', (kind) => {
    // 20 Hz, 4 frames a second: every frame sees it at rest in the middle
    const fast = {
      sine: { id: 'f', kind, joint: 'pin', amplitude: '30 deg', frequency: '20 Hz' },
      function: { id: 'f', kind, joint: 'pin', position: '30 deg * sin(2*pi*20*t)' },
    }[kind]
    const sketch = arm(4).drive(fast as never)
    sketch.document.joints[0]!.freedoms = [{ name: 'angle', upper: '20 deg' }]
    const take = sketch.attempt()
    // asin(2/3) / (2 pi 20 Hz)
    expect(take.stopped?.message).toContain((Math.asin(2 / 3) / (2 * Math.PI * 20)).toFixed(3))
  })
})
