/** Keys of a motion: few, and everything between them within the tolerance. */
import { describe, expect, it } from 'vitest'
import { placeKeys, POSE, turnKeys } from '../../src'

const FRAMES = 601
/** One body that goes evenly, then around a circle of 0.1 m while it turns five times, then rests. */
const poses = new Float64Array(POSE * FRAMES)
for (let k = 0; k < FRAMES; k++) {
  const s = Math.min(1, Math.max(0, (k - 200) / 200))
  const turn = 10 * Math.PI * s
  const place = k < 200 ? [k / 200, 0, 0] : [1 + 0.1 * Math.sin(turn), 0.1 - 0.1 * Math.cos(turn), 0]
  // both signs are one orientation
  const sign = k % 2 === 0 ? 1 : -1
  poses.set([...place, sign * Math.cos(turn / 2), 0, 0, sign * Math.sin(turn / 2)], POSE * k)
}
const motion = { poses, bodies: 1, frames: FRAMES }
const placeAt = (frame: number) => [...poses.subarray(POSE * frame, POSE * frame + 3)]

describe('keys of places', () => {
  const keys = placeKeys(motion, 0, 1e-5)
  it('are few where it goes evenly or rests', () => {
    expect(keys[0]).toBe(0)
    expect(keys.at(-1)).toBe(FRAMES - 1)
    expect(keys.filter((k) => k > 0 && k < 199)).toEqual([])
    expect(keys.filter((k) => k > 401 && k < FRAMES - 1)).toEqual([])
  })

  it('keep every frame within the tolerance', () => {
    let worst = 0
    keys.slice(1).forEach((to, i) => {
      const from = keys[i]
      for (let frame = from; frame <= to; frame++) {
        const share = (frame - from) / (to - from)
        const between = placeAt(from).map((v, c) => v + share * (placeAt(to)[c] - v))
        worst = Math.max(worst, Math.hypot(...placeAt(frame).map((v, c) => v - between[c])))
      }
    })
    expect(worst).toBeLessThanOrEqual(1e-5)
    // and a looser one needs fewer
    expect(placeKeys(motion, 0, 2e-2).length).toBeLessThan(keys.length)
  })
})

describe('keys of turns', () => {
  it('are none between which the shortest way is another one', () => {
    const keys = turnKeys(motion, 0, 1e-4)
    const turning = keys.filter((k) => k >= 200 && k <= 400)
    // five turns with at most a quarter between two keys
    expect(turning.length).toBeGreaterThanOrEqual(20)
    // it turns evenly there: more are not needed
    expect(turning.length).toBeLessThanOrEqual(23)
  })

  it('of what stays is one', () => {
    const still = {
      poses: Float64Array.from({ length: 3 * POSE }, (_, k) => (k % POSE === 3 ? 1 : 0)),
      bodies: 1,
      frames: 3,
    }
    expect([placeKeys(still, 0, 1e-9), turnKeys(still, 0, 1e-9)]).toEqual([[0], [0]])
  })
})
