/**
 * Poses chained into a scenario: it starts at the first one, and a lane of moves for each joint position leads from pose to
 * pose. The first lane that moves leads; the others start with it, so that one time changed moves everything after it.
 */
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { NamedPose, PoseValue } from '../../document/format/poses'
import type { Mechanism } from '../../mechanism/compile'
import type { Coordinate } from '../../mechanism/coordinate'
import { rateOf } from '../../units/dimension'
import { coordinateOf } from '../../mechanism/coordinate'
import { openModel, reportModel } from '../../model/model'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { inSeconds } from './scenario-edits'
import { freshId, FreshIds, slug } from '../../document/ids'
import type { Move } from '../../document/format/moves'
import type { Moves } from '../../motion/drivers/moves'

/** How a pose is reached: in a time, or with the fastest position no faster than a top speed. */
export interface Leg {
  readonly pose: string
  readonly time?: Quantity
  /** A speed for slides, an angular speed for turns; positions of the other kind take as long. */
  readonly topSpeed?: Quantity
}

const LAW = 'polynomial-3-4-5'
/** Peak speed of that law over the mean one. Source: VDI 2143. */
const PEAK = 1.875
/** A move shorter than this is not made [s]. */
const SHORTEST = 1e-3

export interface ChainedPoses {
  readonly document: MechanismDocument
  readonly scenario: string
}

/**
 * @param legs two or more; how the first one is reached says nothing
 * Errors: `poses-few`, `pose-time`, and those of opening the document.
 */
export function chainPoses(
  document: MechanismDocument,
  name: string,
  legs: readonly Leg[],
): Result<ChainedPoses> {
  const poses = legs.flatMap(({ pose }) => document.poses?.find(({ id }) => id === pose) ?? [])
  if (poses.length < 2 || poses.length < legs.length) {
    return fail({ code: 'poses-few', message: 'A motion needs two poses or more; save another one.' })
  }
  const opened = openModel(document)
  if (!opened.ok) return opened
  const table = new PoseTable(opened.value.mechanism, poses)
  const durations = durationsOf(legs, table)
  if (!durations.ok) return durations
  const draft = copyOf(document)
  const scenario = freshId(draft, slug(name))
  const drivers: Moves[] = []
  draft.scenarios.push({
    id: scenario,
    name,
    length: inSeconds(durations.value.reduce((a, b) => a + b, 0)),
    frameRate: 60,
    drivers,
    startPose: poses[0].id,
  })

  const ids = new FreshIds(draft)
  /** The move that leads to each pose. */
  const leaders: (string | undefined)[] = poses.map(() => undefined)
  for (const coordinate of table.coordinates) {
    const { lane, led } = laneOf(table, coordinate, durations.value, leaders, ids)
    drivers.push(lane)
    // what follows from the others is not driven
    const tried = openModel(draft)
    if (tried.ok && reportModel(tried.value, scenario).problem?.code !== 'driver-too-many')
      for (const [k, move] of led) leaders[k] = move
    else drivers.pop()
  }
  return succeed({ document: draft, scenario })
}

/** What the poses say of the joint positions, by the place of each in the chain. */
class PoseTable {
  /** Every position that some pose gives, in the order in which they come. */
  readonly coordinates: readonly Coordinate[]

  constructor(
    readonly mechanism: Mechanism,
    readonly poses: readonly NamedPose[],
  ) {
    const named = poses.flatMap(({ values }) => values.flatMap((value) => this.named(value) ?? []))
    this.coordinates = [...new Set(named)]
  }

  valueOf(k: number, coordinate: Coordinate): Quantity | undefined {
    return this.poses[k].values.find((value) => this.named(value) === coordinate)?.value
  }

  /** How far a position goes from the pose before to this one [m or rad]; 0 when one of them does not say. */
  wayTo(k: number, coordinate: Coordinate): number {
    const [from, to] = [k - 1, k].map((at) => {
      const value = this.valueOf(at, coordinate)
      const read = value === undefined ? null : parseQuantity(value, coordinate.dimension)
      return read?.ok ? read.value : null
    })
    return from === null || to === null ? 0 : Math.abs(to - from)
  }

  private named({ joint, freedom }: PoseValue) {
    return coordinateOf(this.mechanism, joint, freedom)
  }
}

/** How long the way to each pose but the first takes [s]. */
function durationsOf(legs: readonly Leg[], table: PoseTable): Result<readonly number[]> {
  const durations: number[] = []
  for (let k = 1; k < legs.length; k++) {
    const slowest = (speed: Quantity) =>
      table.coordinates.map((coordinate) => {
        const pace = parseQuantity(speed, rateOf(coordinate.dimension))
        return pace.ok ? (PEAK * table.wayTo(k, coordinate)) / pace.value : 0
      })
    const time = timeOf(legs[k], (speed) => Math.max(0, ...slowest(speed)))
    if (!time.ok) return time
    durations.push(time.value)
  }
  return succeed(durations)
}

/** The lane of a position, and the moves of it that would be the first to lead to their poses. */
function laneOf(
  table: PoseTable,
  coordinate: Coordinate,
  durations: readonly number[],
  leaders: readonly (string | undefined)[],
  ids: FreshIds,
): { readonly lane: Moves; readonly led: readonly (readonly [number, string])[] } {
  const joint = table.mechanism.geometry.joints[coordinate.joint].source.id
  const moves: Move[] = []
  const led = new Map<number, string>()
  /** The last move before that leads to a pose. */
  let before: string | undefined
  for (let k = 1; k < table.poses.length; k++) {
    const value = table.valueOf(k, coordinate)
    const leader = leaders[k]
    if (value !== undefined) {
      const id = ids.take(`${joint}-move`)
      const tie = leader !== undefined ? { with: leader } : before !== undefined ? { after: before } : null
      moves.push({ id, law: LAW, to: value, duration: inSeconds(durations[k - 1]), ...(tie ? { tie } : {}) })
      if (leader === undefined) led.set(k, id)
    }
    before = leader ?? led.get(k) ?? before
  }
  const freedom = coordinate.freedom.name
  return { lane: { id: ids.take(`${joint}-lane`), kind: 'moves', joint, freedom, moves }, led: [...led] }
}

function timeOf({ time, topSpeed }: Leg, atSpeed: (speed: Quantity) => number): Result<number> {
  if (topSpeed !== undefined) return succeed(Math.max(SHORTEST, atSpeed(topSpeed)))
  const read = parseQuantity(time ?? '1 s', 'time')
  if (!read.ok) return read
  return read.value >= SHORTEST
    ? read
    : fail({ code: 'pose-time', message: 'The time to a pose must be more than zero.' })
}
