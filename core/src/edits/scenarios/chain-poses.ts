/**
 * Poses chained into a scenario: it starts at the first one, and a lane of moves for each joint position leads from pose to
 * pose. The first lane that moves leads; the others start with it, so that one time changed moves everything after it.
 */
import { copyOf } from '../../document/copy'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { NamedPose, PoseValue } from '../../document/format/poses'
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
  const { mechanism } = opened.value
  const named = ({ joint, freedom }: PoseValue) => coordinateOf(mechanism, joint, freedom)
  const coordinates = [
    ...new Set(poses.flatMap(({ values }) => values.flatMap((value) => named(value) ?? []))),
  ]
  const valueOf = (pose: NamedPose, coordinate: Coordinate) =>
    pose.values.find((value) => named(value) === coordinate)?.value
  const valueIn = (pose: NamedPose, coordinate: Coordinate): number | null => {
    const value = valueOf(pose, coordinate)
    const read = value === undefined ? null : parseQuantity(value, coordinate.dimension)
    return read?.ok ? read.value : null
  }
  const draft = copyOf(document)
  const scenario = freshId(draft, slug(name))
  const own = {
    id: scenario,
    name,
    length: '1 s' as Quantity,
    frameRate: 60,
    drivers: [] as Moves[],
    startPose: poses[0].id,
  }
  draft.scenarios.push(own)

  const durations: number[] = []
  for (let k = 1; k < poses.length; k++) {
    const time = timeOf(legs[k], (speed) =>
      Math.max(
        0,
        ...coordinates.map((coordinate) => {
          const [from, to] = [valueIn(poses[k - 1], coordinate), valueIn(poses[k], coordinate)]
          const pace = parseQuantity(speed, rateOf(coordinate.dimension))
          return from === null || to === null || !pace.ok ? 0 : (PEAK * Math.abs(to - from)) / pace.value
        }),
      ),
    )
    if (!time.ok) return time
    durations.push(time.value)
  }
  own.length = inSeconds(durations.reduce((a, b) => a + b, 0))

  const ids = new FreshIds(draft)
  /** The move that leads to each pose. */
  const leaders: (string | undefined)[] = poses.map(() => undefined)
  for (const coordinate of coordinates) {
    const joint = mechanism.geometry.joints[coordinate.joint].source.id
    const moves: Move[] = []
    const led: [number, string][] = []
    for (let k = 1; k < poses.length; k++) {
      const value = valueOf(poses[k], coordinate)
      if (value === undefined) continue
      const id = ids.take(`${joint}-move`)
      const leader = leaders[k]
      const before = leaders
        .slice(0, k)
        .reverse()
        .find((one) => one !== undefined)
      const tie =
        leader === undefined
          ? before === undefined
            ? {}
            : { tie: { after: before } }
          : { tie: { with: leader } }
      if (leader === undefined) led.push([k, id])
      moves.push({ id, law: LAW, to: value, duration: inSeconds(durations[k - 1]), ...tie })
      if (leader === undefined) leaders[k] = id
    }
    const driver: Moves = {
      id: ids.take(`${joint}-lane`),
      kind: 'moves',
      joint,
      freedom: coordinate.freedom.name,
      moves,
    }
    own.drivers.push(driver)
    // what follows from the others is not driven
    const tried = openModel(draft)
    if (tried.ok && reportModel(tried.value, scenario).problem?.code !== 'driver-too-many') continue
    own.drivers.pop()
    for (const [k] of led) leaders[k] = undefined
  }
  return succeed({ document: draft, scenario })
}

function timeOf({ time, topSpeed }: Leg, atSpeed: (speed: Quantity) => number): Result<number> {
  if (topSpeed !== undefined) return succeed(Math.max(SHORTEST, atSpeed(topSpeed)))
  const read = parseQuantity(time ?? '1 s', 'time')
  if (!read.ok) return read
  return read.value >= SHORTEST
    ? read
    : fail({ code: 'pose-time', message: 'The time to a pose must be more than zero.' })
}
