/** Why a motion stops, in words. */
import type { Problem } from '../result'
import { formatQuantity } from '../units/format'
import { TURNS } from '../mechanism/chain'
import type { Mechanism } from '../mechanism/compile'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'
import type { SystemFailure } from './system'

/** What the words need to know of a motion. */
export interface Stopping {
  readonly mechanism: Mechanism
  readonly equations: Equations
  readonly state: MotionState
  /** 1 for links that are prescribed. */
  readonly driven: Uint8Array
}

/** Code: `way-undecided`. @param link the one that tells the two ways apart */
export function undecidedStart({ geometry, linkJoint }: Mechanism, link: number, time: number): Problem {
  const joint = geometry.joints[linkJoint[link]]?.source
  const name = joint?.name ?? 'A loop'
  return {
    code: 'way-undecided',
    message: `${name} starts on a change point: two ways go on from there, and nothing says which one is meant. Choose the first or the second way for this scenario, or start a little beside it.`,
    ids: joint ? [joint.id] : [],
    data: { time, ...(joint ? { joint: joint.id } : {}) },
  }
}

/**
 * Codes: `joints-contradict`, `branch-change`, `dead-point`.
 * @param rows that share unknowns with the row of the failure
 */
export function stoppedMotion(
  { mechanism, equations, state, driven }: Stopping,
  time: number,
  { reason, row }: SystemFailure,
  rows: readonly number[],
): Problem {
  const { geometry, linkJoint, linkMotion } = mechanism
  const nameOf = new Map(geometry.joints.map(({ source }) => [source.id, source.name]))
  const links = [...linksOf(equations, rows)]
  const driver = links.find((link) => driven[link])
  const driverJoint = driver === undefined ? undefined : geometry.joints[linkJoint[driver]].source.id
  const owners = [...new Set(rows.map((r) => equations.rows[r].owner))]
  for (const { id, name } of owners) nameOf.set(id, name)
  const joints = links.flatMap((link) => geometry.joints[linkJoint[link]]?.source.id ?? [])
  const loop = [...new Set([...joints, ...owners.map(({ id }) => id)])].filter((id) => id !== driverJoint)
  const names = loop.map((id) => nameOf.get(id)).join(', ')
  const at = `${time.toFixed(3)} s`
  const ids = [...(driverJoint === undefined ? [] : [driverJoint]), ...loop]
  const coordinate = mechanism.coordinates.find(({ link }) => link === driver)
  const data: Problem['data'] = {
    time,
    ...(coordinate && driverJoint !== undefined
      ? {
          joint: driverJoint,
          freedom: coordinate.freedom.name,
          value: state.q[coordinate.link] + coordinate.constant,
        }
      : {}),
  }
  if (reason === 'contradiction') {
    return {
      code: 'joints-contradict',
      message: `The motion stops at ${at}: ${equations.rows[row].owner.name} can no longer stay closed while ${names} move; they hold the same direction in different ways.`,
      ids,
      data,
    }
  }
  const where =
    driver === undefined || driverJoint === undefined
      ? 'The loop'
      : `${nameOf.get(driverJoint)} stands at ${formatQuantity(
          state.q[driver],
          linkMotion[driver] === TURNS ? 'deg' : 'mm',
          1,
        )} and the loop`
  if (reason === 'branch') {
    return {
      code: 'branch-change',
      message: `The motion stops at ${at}: ${where} of ${names} would have to fold over into its other branch, which is refused. Change a length, the start or the length of the run.`,
      ids,
      data,
    }
  }
  return {
    code: 'dead-point',
    message: `The motion stops at ${at}: ${where} of ${names} can follow no further (dead point). Change a length, the start or the length of the run.`,
    ids,
    data,
  }
}

/** Links on the paths of the rows, driven ones too, in order. */
function linksOf(equations: Equations, rows: readonly number[]): Set<number> {
  const links = new Set<number>()
  for (const row of rows) {
    for (const { link, pair } of equations.rows[row].terms) {
      if (link >= 0) links.add(link)
      pair?.links.forEach((l) => links.add(l))
    }
  }
  return new Set([...links].sort((a, b) => a - b))
}
