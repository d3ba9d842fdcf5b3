/**
 * What drivers do to a mechanism at its home pose: which driver is one too many, what each joint does (drives, follows,
 * parked), and how many free motions stay undriven.
 */
import type { Problem } from '../result'
import { SLIDES } from '../mechanism/chain'
import type { Mechanism } from '../mechanism/compile'
import { Equations } from '../mechanism/equations'
import { rankWith } from './mobility'
import { Reader } from '../mechanism/reading'
import { followingRow } from '../solve/following'
import type { Row } from '../mechanism/rows'
import { Solver } from '../solve/solver'
import { standingAt } from '../mechanism/state'
import { STILL } from './tolerances'

/** `holds`: a joint without freedoms, which binds its bodies as one. */
export type JointState = 'drives' | 'follows' | 'parked' | 'free' | 'holds' | 'suspended'

/** Where loads move what nothing drives, nothing is parked. */
export const withLoads = (states: Record<string, JointState>): Record<string, JointState> =>
  Object.fromEntries(Object.entries(states).map(([id, state]) => [id, state === 'parked' ? 'free' : state]))

/** A driver by what it prescribes: the coordinate of a link, or rows. */
export interface Driven {
  /** The link, or -1 when it drives by rows. */
  readonly link: number
  readonly rows: readonly Row[]
  readonly driver: string
  /** What it acts on: a joint, a mate or a datum, by id and name. */
  readonly target: string
  readonly targetName: string
}

/**
 * The first driver whose coordinate the ones before it determine already, or null.
 * Error: `driver-too-many`, named before anything is solved.
 */
export function driverTooMany(
  mechanism: Mechanism,
  q: Float64Array,
  drivers: readonly Driven[],
): Problem | null {
  const held = (count: number): number => {
    const known = new Uint8Array(mechanism.links)
    const rows: Row[] = []
    let links = 0
    for (const { link, rows: mine } of drivers.slice(0, count)) {
      if (link >= 0 && known[link] === 0) {
        known[link] = 1
        links++
      }
      rows.push(...mine)
    }
    return links + rankWith(mechanism, q, known, rows)
  }
  if (drivers.length === 0) return null
  const before = held(0)
  // together they usually hold what each holds, and then no one is too many
  if (
    held(drivers.length) ===
    before + drivers.reduce((sum, { rows }) => sum + Math.max(1, rows.length), 0)
  ) {
    return null
  }
  let rank = before
  for (let k = 0; k < drivers.length; k++) {
    const next = held(k + 1)
    // a path may say what the joints hold already (across the plane of a planar machine), but not only that
    if (next === rank) return tooMany(drivers, k)
    rank = next
  }
  return null
}

function tooMany(drivers: readonly Driven[], k: number): Problem {
  const { driver, target, targetName } = drivers[k]
  const others = [...new Set(drivers.slice(0, k).map((d) => d.targetName))]
  const why =
    others.length === 0
      ? 'cannot move at all: the other joints hold it'
      : `is driven already by way of ${others.join(' and ')}`
  return {
    code: 'driver-too-many',
    message: `One driver too many: ${targetName} ${why}. Delete or disable one of the drivers.`,
    ids: [driver, target],
  }
}

/** Rate of a slide in sizes a second, beside a turn of 1 rad/s. */
const SLOW = 2e-3
/** When to look again whether something moves, at rates near 1 [s]. */
const LATER = [0.3, 1, 2, 3]

/**
 * What every joint of the document does when the given drivers act, by joint id.
 * @param suspended ids of what is suspended now; as the document says when left out
 * @param resting ids of drivers that hold their values still
 */
export function jointStates(
  mechanism: Mechanism,
  q: Float64Array,
  driven: readonly Driven[],
  suspended: ReadonlySet<string> = suspendedJoints(mechanism),
  resting: ReadonlySet<string> = new Set(),
): Record<string, JointState> {
  const { geometry, coordinates, size } = mechanism
  // uneven rates, so that two drivers do not cancel by chance; slides go slowly, so that they stay within their reach
  const unevenly = (k: number, slides: boolean) => (1 + ((Math.SQRT2 * k) % 1)) * (slides ? SLOW * size : 1)
  const drives = driven.flatMap(({ link, driver }, k) => {
    if (link < 0) return []
    const pace = resting.has(driver) ? 0 : unevenly(k, mechanism.linkMotion[link] === SLIDES)
    const evaluate = (time: number, out: Float64Array) => {
      out[0] = q[link] + pace * time
      out[1] = pace
      out[2] = 0
    }
    return [{ link, evaluate }]
  })
  // rows start from where they are
  const stands = valuesOf(
    mechanism,
    q,
    driven.flatMap(({ rows: mine }) => mine),
  )
  let at = 0
  const rows = driven.flatMap(({ rows: mine, driver }, k) =>
    mine.map((row, r): Row => {
      const from = stands[at++]
      const pace = resting.has(driver) ? 0 : unevenly(k + r / 7, row.weight !== 1)
      const target = (time: number, out: Float64Array) => {
        out[0] = from + pace * time
        out[1] = pace
        out[2] = 0
      }
      return { ...row, target }
    }),
  )
  const solver = new Solver(mechanism, drives, q, rows)
  const started = solver.start()
  const reader = new Reader(mechanism, coordinates)
  reader.read(solver.state, 0)
  const moves = (c: number) =>
    Math.abs(reader.rates[c]) > STILL * (coordinates[c].freedom.motion === 'slide' ? size : 1)
  const states: Record<string, JointState> = {}
  for (const { source, type, idle } of geometry.joints) {
    const holds = type.freedoms.length === 0 || idle
    states[source.id] = suspended.has(source.id) ? 'suspended' : holds ? 'holds' : 'parked'
  }
  const targets = new Set(driven.map(({ target }) => target))
  const parked = new Set(solver.parked)
  const still = new Set<number>()
  coordinates.forEach(({ joint, link }, c) => {
    const { id } = geometry.joints[joint].source
    if (suspended.has(id)) return
    if (targets.has(id)) states[id] = 'drives'
    else if (started && moves(c)) states[id] = 'follows'
    else if (started && drives.length + rows.length > 0 && !(link >= 0 && parked.has(link))) still.add(c)
  })
  // what stays still for a moment, as in a dwell, follows all the same: a little later it moves
  for (const time of LATER) {
    if (still.size === 0 || !solver.advance(time)) break
    reader.read(solver.state, 0)
    for (const c of still) {
      if (!moves(c)) continue
      states[geometry.joints[coordinates[c].joint].source.id] = 'follows'
      still.delete(c)
    }
  }
  return states
}

/** Which joints move with one, and by which others it is moved; ids. */
export interface Company {
  readonly moves: readonly string[]
  readonly movedBy: readonly string[]
}

/**
 * What moves when one joint moves: with its driver alone, while the other drivers rest; a joint without a driver is moved
 * by itself, and nothing is driven.
 */
export function companyOf(
  mechanism: Mechanism,
  q: Float64Array,
  driven: readonly Driven[],
  joint: string,
): Company {
  const following = (drivers: readonly Driven[], target: string): string[] => {
    const resting = new Set(drivers.flatMap((d) => (d.target === target ? [] : [d.driver])))
    const states = jointStates(mechanism, q, drivers, undefined, resting)
    return Object.keys(states).filter((id) => states[id] === 'follows' && id !== target)
  }
  if (driven.some(({ target }) => target === joint)) {
    return { moves: following(driven, joint), movedBy: [] }
  }
  const targets = [...new Set(driven.map(({ target }) => target))]
  const movedBy = targets.filter((target) => following(driven, target).includes(joint))
  const index = mechanism.geometry.joints.findIndex(({ source }) => source.id === joint)
  const own = mechanism.coordinates.filter((coordinate) => coordinate.joint === index)
  const alone = own.map((coordinate): Driven => {
    const { name } = mechanism.geometry.joints[index].source
    const follower = { id: joint, name }
    const rows = coordinate.link >= 0 ? [] : [followingRow(mechanism, follower, coordinate, () => undefined)]
    return { link: coordinate.link, rows, driver: joint, target: joint, targetName: name }
  })
  const moves = alone.flatMap((one) => following([one], joint))
  return { moves: [...new Set(moves)], movedBy }
}

const suspendedJoints = ({ geometry }: Mechanism): Set<string> =>
  new Set(geometry.joints.flatMap(({ source }) => (source.suspended ? [source.id] : [])))

/** What rows amount to at a pose, without their targets. */
export function valuesOf(mechanism: Mechanism, q: Float64Array, rows: readonly Row[]): number[] {
  const state = standingAt(mechanism, q)
  const equations = new Equations(mechanism, rows)
  equations.placeEveryPair(state)
  return rows.map((_, r) => equations.value(state, r))
}
