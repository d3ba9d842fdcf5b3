/** A sine and a constant acceleration with a start and a duration, against their closed forms. */
import { describe, expect, it } from 'vitest'
import { validateDocument } from '../../../src/document/checks/validate'
import { Sketch } from '../../sketch'

/** An arm on ground for 2 s, 50 frames a second. */
const arm = () => new Sketch(2, 50).body('arm').hinge('pin', 'ground', 'arm', [0, 0])
const FRAME = 1 / 50

describe('a sine', () => {
  const driver = {
    id: 'swing',
    kind: 'sine',
    joint: 'pin',
    amplitude: '30 deg',
    frequency: '0.5 Hz',
    phase: '20 deg',
    start: '0.2 s',
    duration: '1.31 s',
  } as const
  const [A, w, p] = [Math.PI / 6, Math.PI, Math.PI / 9]

  it('swings about where it starts, stays before its start and after its duration', () => {
    const take = arm().drive(driver).solve()
    const away = (t: number) => A * (Math.sin(w * t + p) - Math.sin(p))
    const home = take.joint('pin', 0)[0]
    for (let k = 0; k <= 100; k++) {
      const t = Math.min(Math.max(k * FRAME - 0.2, 0), 1.31)
      const isOn = k * FRAME >= 0.2 && k * FRAME < 1.51
      const [s, v, a] = take.joint('pin', k)
      expect(s - home).toBeCloseTo(away(t), 12)
      expect(v).toBeCloseTo(isOn ? A * w * Math.cos(w * t + p) : 0, 10)
      expect(a).toBeCloseTo(isOn ? -A * w * w * Math.sin(w * t + p) : 0, 9)
    }
  })

  it('refuses a frequency of zero, a length for a turn, and a duration of nothing, by name', () => {
    const refused = (change: object) => {
      const take = () =>
        arm()
          .drive({ ...driver, ...change })
          .solve()
      return take
    }
    expect(refused({ frequency: '0 Hz' })).toThrow('more than 0 Hz')
    expect(refused({ amplitude: '3 mm' })).toThrow('is a length, not an angle')
    expect(refused({ duration: '0 s' })).toThrow('more than zero seconds')
    expect(validateDocument(arm().drive({ ...driver, speed: '3 rpm' } as never).document).ok).toBe(false)
  })
})

describe('a constant acceleration', () => {
  it('starts at its start, and runs on steadily after its duration', () => {
    const take = arm()
      .drive({
        id: 'spin',
        kind: 'acceleration',
        joint: 'pin',
        startSpeed: '0 rad/s',
        acceleration: '4 rad/s^2',
        start: '0.5 s',
        duration: '1 s',
      })
      .solve()
    const home = take.joint('pin', 0)[0]
    const at = (time: number) => {
      const [s, v, a] = take.joint('pin', Math.round(time / FRAME))
      return [s - home, v, a].map((x) => Math.round(x * 1e9) / 1e9 + 0)
    }
    expect(at(0.4)).toEqual([0, 0, 0])
    expect(at(1)).toEqual([0.5, 2, 4])
    expect(at(1.5)).toEqual([2, 4, 0])
    expect(at(2)).toEqual([4, 4, 0])
  })
})
