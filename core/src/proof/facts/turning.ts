/** Dead points: where a joint turns round although no driver does; and the quick returns between them. */
import { listed } from '../../wording'
import type { Evidence } from '../check-type'
import { Signal } from '../signal'
import { AT_REST, SAME_TURN, STEADY } from '../tolerances'
import { drivenJoints, secondsOf } from './fact'
import type { Fact } from './fact'

/** Times that one sentence names. */
const MOST_TIMES = 6
/** A return is quick from this ratio of times on [-]. */
const QUICK = 1.01

export function turning(evidence: Evidence): Fact[] {
  const { take, document } = evidence
  const driven = drivenJoints(evidence)
  const turnsOf = take.coordinateChannels.map((_, column) => turnsIn(Signal.ofCoordinate(take, column, 1)))
  const reversals = turnsOf.filter((_, c) => driven.has(take.coordinateChannels[c].coordinate!.joint)).flat()
  const isDriverTurn = (time: number) => reversals.some((other) => Math.abs(other - time) < SAME_TURN)
  return take.coordinateChannels.flatMap(({ coordinate, name }, column): Fact[] => {
    const { joint } = coordinate!
    if (driven.has(joint) || !document.joints.some(({ id }) => id === joint)) return []
    const times = turnsOf[column].filter((time) => !isDriverTurn(time))
    if (times.length === 0) return []
    const more = times.length > MOST_TIMES ? `, ${times.length} times in all` : ''
    const sentence = `${name} has dead points at ${listed(times.slice(0, MOST_TIMES).map(secondsOf))}${more}.`
    return [{ kind: 'turn', sentence, time: times[0], joint }, ...quickReturn(evidence, times, name, joint)]
  })
}

/** Where a rate changes its sign. */
function turnsIn(rate: Signal): number[] {
  const { least, greatest } = rate.extremes(0, rate.end)
  return rate.signChanges(AT_REST * Math.max(-least.value, greatest.value))
}

/** Where a driver goes on steadily over both strokes, their times are compared. */
function quickReturn(evidence: Evidence, times: readonly number[], name: string, joint: string): Fact[] {
  for (let k = 0; k + 2 < times.length; k++) {
    const [start, middle, end] = times.slice(k, k + 3)
    if (!isSteady(evidence, start, end)) continue
    const [forth, back] = [middle - start, end - middle]
    const ratio = Math.max(forth, back) / Math.min(forth, back)
    if (ratio < QUICK) return []
    const sentence = `${name} returns quickly: its strokes take ${secondsOf(Math.max(forth, back))} and ${secondsOf(Math.min(forth, back))}, a time ratio of ${ratio.toFixed(4)}.`
    return [{ kind: 'quick-return', sentence, time: start, joint }]
  }
  return []
}

/** Whether every driven coordinate that moves keeps its rate over a stretch, and one does move. */
function isSteady(evidence: Evidence, from: number, to: number): boolean {
  const { take } = evidence
  const driven = drivenJoints(evidence)
  let moves = false
  for (const [column, { coordinate }] of take.coordinateChannels.entries()) {
    if (!driven.has(coordinate!.joint)) continue
    const { least, greatest } = Signal.ofCoordinate(take, column, 1).extremes(from, to)
    const size = Math.max(Math.abs(least.value), Math.abs(greatest.value))
    if (size === 0) continue
    if (greatest.value - least.value > STEADY * size) return false
    moves = true
  }
  return moves
}
