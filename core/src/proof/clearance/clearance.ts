/**
 * Clearances of a mechanism over a scenario: the motion is recorded once, then every pair of bodies is followed by itself, on
 * as many threads as there are. What a pair gave holds as long as both bodies and both motions are as they were.
 */
import type { MechanismDocument } from '../../document/format/mechanism'
import { bodyMiddle, bodyShape, shapeKey } from '../../geometry/body-solids'
import type { Places } from '../../geometry/places'
import { BodyMotion } from '../../motion/body-motion'
import { TrackRecorder } from '../../motion/body-track'
import type { BodyTrack } from '../../motion/body-track'
import type { EachStep } from '../../motion/act'
import type { Take } from '../../motion/take'
import type { Mechanism } from '../../mechanism/compile'
import { Solid, SolidStore } from '../../proximity/solid'
import { siOr } from '../../units/quantity'
import { clearancePairs } from './pairs'
import type { Pair } from './pairs'
import { PairWalk } from './pair-walk'
import type { Moving } from './pair-walk'
import type { Clearances, OpenBody, PairClearance } from './clearances'
import { LOOKS_A_FRAME, USUAL_NEAR, USUAL_TOUCHING } from './tolerances'

/** What is to be followed, ready to be sent to other threads. */
export interface ClearanceTask {
  readonly scenario: string
  readonly bodies: readonly ClearanceBody[]
  readonly pairs: readonly Pair[]
  readonly ignored: readonly (readonly [string, string])[]
  /** How many pairs are joined directly, or move as one. */
  readonly joined: number
  /** Bodies whose shape is not at hand, by id. */
  readonly shapeless: readonly string[]
  readonly near: number
  readonly touching: number
  /** [s] */
  readonly interval: number
  readonly length: number
}

export interface ClearanceBody {
  readonly id: string
  /** Tells its shape from others; empty where it has none at hand. */
  readonly key: string
  readonly track: BodyTrack
}

/** Records motion for a task while a scenario runs. */
export class ClearanceRecorder {
  private readonly recorder: TrackRecorder

  constructor(private readonly mechanism: Mechanism) {
    const { geometry } = mechanism
    this.recorder = new TrackRecorder(
      mechanism,
      geometry.bodies.map((_, body) => bodyMiddle(geometry, body)),
    )
  }

  /** To be told of every step of the run. */
  get eachStep(): EachStep {
    return this.recorder.eachStep
  }

  task(take: Take): ClearanceTask {
    const { mechanism } = this
    const { document, bodies } = mechanism.geometry
    const keys = bodies.map((_, body) => shapeKey(mechanism.geometry, body))
    const tracks = this.recorder.done()
    const end = Math.max(0, take.frames - 1) * take.interval
    const { looked, ignored, joined } = clearancePairs(mechanism, take.spans, end)
    const id = (k: number) => bodies[k].source.id
    return {
      scenario: take.scenario,
      bodies: bodies.map((_, k) => ({ id: id(k), key: keys[k] ?? '', track: tracks[k] })),
      pairs: looked,
      ignored: ignored.map(([a, b]) => [id(a), id(b)] as const),
      joined,
      shapeless: bodies.flatMap((_, k) => (keys[k] === null ? [id(k)] : [])),
      ...limitsOf(document),
      interval: take.interval,
      length: end,
    }
  }
}

/** What a check asks for is sought, too. */
function limitsOf({ clearance, checks = [] }: MechanismDocument): { near: number; touching: number } {
  const { near, touching } = clearance ?? {}
  const asked = checks.map(({ kind, lower }) => (kind === 'clear' ? siOr(lower ?? 0, 'length', 0) : 0))
  return {
    near: Math.max(near === undefined ? USUAL_NEAR : siOr(near, 'length', USUAL_NEAR), ...asked),
    touching: touching === undefined ? USUAL_TOUCHING : siOr(touching, 'length', USUAL_TOUCHING),
  }
}

/** A body without a shape. */
const NOTHING = new Solid([])

/** The solids of bodies, by index, made when they are asked for and kept in a store. */
export const solidsIn =
  (places: Places, store: SolidStore) =>
  (body: number): Solid => {
    const shape = bodyShape(places, body)
    return shape ? store.of(shape) : NOTHING
  }

/** Follows pairs of a task. */
export class ClearanceFollower {
  private readonly motions = new Map<number, [BodyMotion, BodyMotion]>()
  private readonly radii = new Map<number, number>()

  constructor(
    private readonly task: ClearanceTask,
    private readonly solidOf: (body: number) => Solid,
  ) {}

  follow({ a, b, windows }: Pair): PairClearance {
    const { bodies, near, touching, interval } = this.task
    const walk = new PairWalk(this.moving(a, 0), this.moving(b, 1), {
      near,
      touching,
      interval,
      shortest: interval / LOOKS_A_FRAME,
    })
    return { a: bodies[a].id, b: bodies[b].id, ...walk.over(windows) }
  }

  private moving(body: number, side: 0 | 1): Moving {
    const solid = this.solidOf(body)
    const motion = this.motionOf(body)[side]
    const radius = this.radii.get(body) ?? solid.tree.radiusAbout(motion.track.point)
    this.radii.set(body, radius)
    return { motion, solid, radius }
  }

  private motionOf(body: number): [BodyMotion, BodyMotion] {
    const known = this.motions.get(body)
    if (known) return known
    const { track } = this.task.bodies[body]
    const made: [BodyMotion, BodyMotion] = [new BodyMotion(track), new BodyMotion(track)]
    this.motions.set(body, made)
    return made
  }
}

/** All that was found, as it is read. */
export function clearancesOf(
  task: ClearanceTask,
  pairs: readonly PairClearance[],
  open: readonly OpenBody[],
): Clearances {
  const { scenario, ignored, joined, shapeless, near } = task
  return { scenario, pairs, ignored, joined, shapeless, open, near }
}

/** Bodies of a task whose surface is open, as far as a store has their solids. */
export function openBodies(task: ClearanceTask, store: SolidStore): OpenBody[] {
  return task.bodies.flatMap(({ id, key }) => {
    const { openEdges = [] } = store.known(key) ?? {}
    return openEdges.length > 0 ? [{ body: id, edges: openEdges }] : []
  })
}

/** The whole of it on one thread. */
export function findClearances({ geometry }: Mechanism, task: ClearanceTask): Clearances {
  const store = new SolidStore()
  const follower = new ClearanceFollower(task, solidsIn(geometry, store))
  const pairs = task.pairs.map((pair) => follower.follow(pair))
  return clearancesOf(task, pairs, openBodies(task, store))
}
