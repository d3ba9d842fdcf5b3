/** Dwells of joints that follow, the end of the last move, and limits that are touched. */
import { listed } from '../../wording'
import type { Evidence } from '../check-type'
import { nearLimits } from '../joint-limits'
import { Signal } from '../signal'
import { AT_REST } from '../tolerances'
import { drivenJoints, secondsOf } from './fact'
import type { Fact } from './fact'

/** A dwell is told from this share of the run on. */
const LEAST_SHARE = 0.05
const MOST_STRETCHES = 4

export function dwells(evidence: Evidence): Fact[] {
  const { take, length } = evidence
  const driven = drivenJoints(evidence)
  return take.coordinateChannels.flatMap(({ coordinate, name }, column): Fact[] => {
    if (driven.has(coordinate!.joint)) return []
    const rate = Signal.ofCoordinate(take, column, 1)
    const { least, greatest } = rate.extremes(0, rate.end)
    const size = Math.max(-least.value, greatest.value)
    if (size === 0) return []
    const moving = rate.outside(-AT_REST * size, AT_REST * size, 0, rate.end)
    const bounds = [0, ...moving.flat(), rate.end]
    const rests = bounds.flatMap((from, k) => (k % 2 === 0 ? [[from, bounds[k + 1]] as const] : []))
    const long = rests.filter(([from, to]) => to - from > LEAST_SHARE * length)
    if (long.length === 0) return []
    const words = long.slice(0, MOST_STRETCHES).map(([from, to]) => `${secondsOf(from)} to ${secondsOf(to)}`)
    return [
      {
        kind: 'dwell',
        sentence: `${name} dwells from ${listed(words)}.`,
        time: long[0][0],
        joint: coordinate!.joint,
      },
    ]
  })
}

export function lastMove({ take }: Evidence): Fact[] {
  const moves = take.items.filter(({ kind, end }) => kind === 'move' && Number.isFinite(end))
  if (moves.length === 0) return []
  const end = Math.max(...moves.map((item) => item.end))
  return [{ kind: 'end', sentence: `The last move ends at ${secondsOf(end)}.`, time: end, joint: null }]
}

export const touchedLimits = (evidence: Evidence): Fact[] =>
  nearLimits(evidence)
    .filter(({ isTouched }) => isTouched)
    .map(({ joint, side, time }) => {
      const { name } = evidence.document.joints.find(({ id }) => id === joint)!
      return {
        kind: 'limit',
        sentence: `${name} is at its ${side} limit at ${secondsOf(time)}.`,
        time,
        joint,
      }
    })
