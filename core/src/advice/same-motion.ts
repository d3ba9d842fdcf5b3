/**
 * Whether a freer joint leaves the motion as it was. Counting freedoms says so for an instant only; so the altered mechanism
 * is moved, along each of its free motions and along mixtures of them, and wherever it gets to, the joint must still
 * hold all that it held before, and nothing more may have come loose.
 */
import { analyseMobility } from '../analysis/mobility'
import { TURNS } from '../mechanism/chain'
import { Equations } from '../mechanism/equations'
import { conditionRow } from '../mechanism/rows'
import type { Row } from '../mechanism/rows'
import type { Model } from '../model/model'
import { Solver } from '../solve/solver'
import { STILL_HELD } from './tolerances'

/** How far it is moved [rad], [sizes], and in how many steps; a motion that ends before `LEAST` is no motion. */
const TURN = 1.2
const SLIDE = 0.3
const STEPS = 8
const LEAST = 0.02
/** More free motions than this are not tried one by one. */
const MOST_MOTIONS = 6

/** @param joint id of the joint that was altered or suspended between the two */
export function movesAlike(before: Model, after: Model, joint: string): boolean {
  const free = new Solver(after.mechanism, [], after.home).parked
  return directions(free.length).every((direction) => {
    const [forth, back] = [1, -1].map((sign) => holdsAlong(before, after, joint, free, direction, sign))
    // one way may end at once in a dead point, but not both
    return forth !== 'opens' && back !== 'opens' && (forth === 'moves' || back === 'moves')
  })
}

/** Each free motion by itself, and two mixtures of all. */
function directions(count: number): number[][] {
  const single = Array.from({ length: Math.min(count, MOST_MOTIONS) }, (_, k) =>
    Array.from({ length: count }, (__, j) => (j === k ? 1 : 0)),
  )
  if (count < 2) return single
  const mixed = [1, 2].map((n) => Array.from({ length: count }, (_, j) => Math.cos(n + 2.4 * j)))
  return [...single, ...mixed]
}

function holdsAlong(
  before: Model,
  after: Model,
  joint: string,
  free: readonly number[],
  direction: readonly number[],
  sign: number,
): 'moves' | 'stands' | 'opens' {
  const { mechanism, home } = after
  const drives = free.map((link, k) => {
    const reach = mechanism.linkMotion[link] === TURNS ? TURN : SLIDE * mechanism.size
    const rate = sign * direction[k] * reach
    const evaluate = (time: number, out: Float64Array) => {
      out[0] = home[link] + rate * time
      out[1] = rate
      out[2] = 0
    }
    return { link, evaluate }
  })
  const solver = new Solver(mechanism, drives, home)
  const held = heldRows(before, after, joint)
  const equations = new Equations(mechanism, held)
  const isHeld = () => {
    equations.placeEveryPair(solver.state)
    return held.every((_, r) => Math.abs(equations.residual(solver.state, r)) < STILL_HELD)
  }
  if (!solver.start()) return 'stands'
  for (let k = 1; k <= STEPS; k++) {
    const isOn = solver.advance(k / STEPS)
    if (!isHeld()) return 'opens'
    if (!isOn) break
  }
  if (solver.time < LEAST) return 'stands'
  const there = analyseMobility(mechanism, solver.state.q)
  const same =
    there.mobility === after.mobility.mobility && there.redundant.length <= after.mobility.redundant.length
  return same ? 'moves' : 'opens'
}

/** What the joint held before, as rows of the altered mechanism. */
function heldRows(before: Model, { mechanism }: Model, joint: string): Row[] {
  const { source, type, from, to } = before.mechanism.geometry.joints.find(({ source: s }) => s.id === joint)!
  const owner = { kind: 'joint', id: source.id, name: source.name } as const
  const pair = mechanism.pairOn(from, to)
  return type.closing.map((condition) => conditionRow(owner, pair, condition, mechanism.size))
}
