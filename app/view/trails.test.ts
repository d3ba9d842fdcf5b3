import { describe, expect, it } from 'vitest'
import type { Take } from '@ligamen/core'
import { ghostAt, ghostsEvery, NO_GHOSTS, trailOf } from './trails'

/** A wheel about z, a degree a frame, behind a body that stays at home; poses are x y z, then a quaternion. */
function turning(frames: number): Take {
  const poses = new Float64Array(14 * frames)
  for (let frame = 0; frame < frames; frame++) {
    const half = (frame * Math.PI) / 360
    poses.set([0, 0, 0, 1, 0, 0, 0], 14 * frame)
    poses.set([2, 0, 0, Math.cos(half), 0, 0, Math.sin(half)], 14 * frame + 7)
  }
  return { frames, interval: 0.1, bodies: ['frame', 'wheel'], poses } as unknown as Take
}

describe('trails', () => {
  it('go where the point on the body goes', () => {
    const trail = trailOf(turning(361), 'wheel', [0.5, 0, 1])
    expect(trail).toHaveLength(3 * 361)
    for (const frame of [0, 90, 137, 360]) {
      const turn = (frame * Math.PI) / 180
      expect(trail[3 * frame]).toBeCloseTo(2 + 0.5 * Math.cos(turn), 6)
      expect(trail[3 * frame + 1]).toBeCloseTo(0.5 * Math.sin(turn), 6)
      expect(trail[3 * frame + 2]).toBeCloseTo(1, 6)
    }
  })

  it('have fewer points for a long motion', () => {
    const trail = trailOf(turning(8001), 'wheel', [0.5, 0, 0])
    expect(trail).toHaveLength(3 * 2667)
    expect(trail[3]).toBeCloseTo(2 + 0.5 * Math.cos(Math.PI / 60), 6)
  })
})

describe('ghosts', () => {
  it('are drawn every few frames from the start, and never so many that they hide each other', () => {
    expect(ghostsEvery(turning(10), 4).at).toEqual([0, 56, 112])
    expect(ghostsEvery(turning(1000), 1).at).toHaveLength(60)
    expect(ghostsEvery(turning(10), 0)).toBe(NO_GHOSTS)
  })

  it('of another motion are where that is at the playhead, or at its end', () => {
    expect(ghostAt(turning(10), 0.31).at).toEqual([3 * 14])
    expect(ghostAt(turning(10), 99).at).toEqual([9 * 14])
  })
})
