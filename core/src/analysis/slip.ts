/**
 * Wheel slip: for gear pairs, racks and belts, how fast the two bodies pass each other at their pitch point, so that a
 * relation with a wrong ratio or direction is named. Judged at the home pose, for 1 rad/s of a turn of each
 * relation; the point and the direction come from geometry, the speeds from the relation.
 */
import { TURNS } from '../mechanism/chain'
import { Equations } from '../mechanism/equations'
import type { PitchPoint } from '../mechanism/relations/relation-type'
import type { CompiledRelation } from '../mechanism/relations/compile'
import { standingAt } from '../mechanism/state'
import type { MotionState } from '../mechanism/state'
import { formatQuantity } from '../units/format'
import type { Mechanism } from '../mechanism/compile'
import { ROLLING } from './tolerances'

export interface Slip {
  readonly relation: string
  /** Speed difference at the pitch point [m/s]. */
  readonly speed: number
  /** Null when the two roll on each other. */
  readonly sentence: string | null
}

/** How fast the wheels of every relation slip at the home pose, for 1 rad/s [m/s]. */
export function wheelSlip({
  mechanism,
  home,
}: {
  readonly mechanism: Mechanism
  readonly home: Float64Array
}): Slip[] {
  const state = standingAt(mechanism, home)
  return mechanism.relations.flatMap((relation) => {
    if (!relation.pitch) return []
    const speed = slipOf(relation, relation.pitch, state, mechanism.size)
    const { name, id } = relation.source
    const sentence =
      speed < ROLLING * mechanism.size
        ? null
        : `${name}: its wheels slip by ${formatQuantity(speed, 'mm/s', 2)} at the pitch point for 1 rad/s; check its ratio and direction.`
    return [{ relation: id, speed, sentence }]
  })
}

/**
 * Moves the coordinates of the relation alone, as it demands, and compares the two bodies on the carrier's point. One
 * turn has the unit rate, one other coordinate answers.
 */
function slipOf({ row }: CompiledRelation, pitch: PitchPoint, state: MotionState, size: number): number {
  const { mechanism } = state
  const equations = new Equations({ ...mechanism, size }, [row])
  equations.placeEveryPair(state)
  const links = new Set(row.terms.flatMap(({ link, pair }) => (pair ? [...pair.links] : [link])))
  // a turn is given the unit rate, so that the speed is one for 1 rad/s
  const isSlide = (link: number) => Number(mechanism.linkMotion[link] !== TURNS)
  const moved = [...links].sort((a, b) => isSlide(a) - isSlide(b))
  const slopes = moved.map((link) => slopeBy(equations, state, link))
  const [first, ...others] = moved.map((link, k) => ({ link, slope: slopes[k] })).filter((m) => m.slope !== 0)
  const answer = others[others.length - 1]
  if (!first || !answer) return 0
  state.rate.fill(0)
  state.rate[first.link] = 1
  state.rate[answer.link] = -first.slope / answer.slope
  state.spreadRates(state.all)
  const other = pitch.other ?? pitch
  const a = speedAt(state, pitch.bodyA, pitch) - speedAt(state, pitch.carrier, pitch)
  const b = speedAt(state, pitch.bodyB, other) - speedAt(state, pitch.carrier, other)
  return Math.abs(a - b)
}

function slopeBy(equations: Equations, state: MotionState, link: number): number {
  state.rate.fill(0)
  state.rate[link] = 1
  state.spreadRates(state.all)
  return equations.rate(state, 0)
}

/** Speed of a body's point at the pitch point, in the direction of rolling [m/s]. */
function speedAt(
  state: MotionState,
  body: number,
  { point: [x, y, z], direction }: Pick<PitchPoint, 'point' | 'direction'>,
): number {
  const v = 6 * state.mechanism.bodyLink[body]
  const [wx, wy, wz, vx, vy, vz] = state.twist.subarray(v, v + 6)
  const length = Math.hypot(...direction)
  return (
    ((vx + wy * z - wz * y) * direction[0] +
      (vy + wz * x - wx * z) * direction[1] +
      (vz + wx * y - wy * x) * direction[2]) /
    length
  )
}
