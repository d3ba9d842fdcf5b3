import { describe, expect, it } from 'vitest'
import { moved } from '@ligamen/core'
import type { Frame } from '@ligamen/core'
import type { ShownPoses } from '~/model/pose/shown-poses'
import { inGround, startOfFollower, startOfPath } from './path-places'

const HALF = Math.SQRT1_2
/** A slide at (1, 2, 3), and an arm at (4, 0, 0) turned by 90 degrees about z; poses are x y z, then a quaternion. */
const shown: ShownPoses = {
  bodies: ['slide', 'arm'],
  poses: Float64Array.of(1, 2, 3, 1, 0, 0, 0, 4, 0, 0, HALF, 0, 0, HALF),
  at: 0,
}
const origin = (frame: Frame | null) => [...frame!.subarray(9, 12)].map((v) => Math.round(v * 1e9) / 1e9)

describe('a path that is being given', () => {
  it('of the document starts at its datum, wherever the body of that is', () => {
    const datums = [{ datum: 'rim', body: 'arm', frame: moved([0.5, 0, 0]) }] as unknown as Parameters<
      typeof startOfPath
    >[1]['datums']
    const paths = [{ id: 'p', name: 'P', kind: 'line' as const, datum: 'rim', points: [] }]
    const frame = startOfPath({ paths }, { datums }, shown, 'p')
    expect(origin(frame)).toEqual([4, 0.5, 0])
    expect(frame![0]).toBeCloseTo(0, 12)
    expect(startOfPath({ paths }, { datums }, shown, 'other')).toBeNull()
    expect(startOfPath({}, { datums }, shown, 'p')).toBeNull()
  })

  it('that is new starts at its follower, along the axes of ground', () => {
    const follower = { pick: { body: 'arm' }, frame: moved([0, 0.2, 0]) }
    const frame = startOfFollower(shown, follower as Parameters<typeof startOfFollower>[1])
    expect(origin(frame)).toEqual([3.8, 0, 0])
    expect([...frame.subarray(0, 9)]).toEqual([1, 0, 0, 0, 1, 0, 0, 0, 1])
  })

  it('runs from there in ground', () => {
    expect([...inGround(moved([1, 1, 0]), [0, 0, 0, 2, 0, -3])]).toEqual([1, 1, 0, 3, 1, -3])
  })
})
