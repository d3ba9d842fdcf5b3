/**
 * One of the turns about x, y and z, in this order, that carry ground (or another datum) onto a datum [rad]. Where the datum
 * only ever turns about that one axis the turn is a sum of joint positions, and counts: else the turn about y stays
 * within a quarter turn, as the angles of this order do.
 */
import { firstTurnX, secondTurnY, thirdTurnZ } from '../mechanism/conditions'
import { FRAME, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { turnsOfLinks } from '../mechanism/fixed-axes'
import type { Pair } from '../mechanism/rows'
import { MotionState } from '../mechanism/state'
import { axisAlong, defineProbe, pairOf, plain, reading } from './probe-type'

const TURNS = [firstTurnX, secondTurnY, thirdTurnZ] as const

export const orientation = defineProbe({
  kind: 'orientation',
  needs: { fields: ['datum', 'along'], optional: ['from'], words: 'a datum and an axis (x, y or z)' },
  measure(mechanism, probe) {
    const pair = pairOf(mechanism, probe)
    const axis = axisAlong(probe)
    const sum = turnsOfLinks(new MotionState(mechanism), withMainAxis(pair, axis))
    const source = sum ? { ...sum, dimension: 'angle' as const } : plain(pair, TURNS[axis], 'angle')
    return reading(mechanism, probe, source)
  },
})

/** The same pair with one of the axes of its frames as the main one, the others following it in turn. */
const withMainAxis = (pair: Pair, axis: number): Pair => ({
  ...pair,
  frameA: turnedRound(pair.frameA, axis),
  frameB: turnedRound(pair.frameB, axis),
})

function turnedRound(frame: Frame, axis: number): Frame {
  const out = frame.slice(0, FRAME)
  for (let k = 0; k < 3; k++) {
    const from = 3 * ((axis + 1 + k) % 3)
    out.set(frame.subarray(from, from + 3), 3 * k)
  }
  out.set(frame.subarray(ORIGIN, ORIGIN + 3), ORIGIN)
  return out
}
