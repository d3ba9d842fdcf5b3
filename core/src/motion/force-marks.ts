/**
 * Forces of a run as they are drawn: where they act and how large they are, frame by frame, in ground. What a joint's first body does to
 * its second, forces at datums, what springs pull with, and contacts; without masses only where these are.
 */
import type { ForceReader } from '../dynamics/force-reader'
import { everyContactPair, LieReader } from '../contact/pairs'
import type { ContactPair } from '../contact/contact-pair'
import type { Scenario } from '../document/format/scenarios'
import { ForceAt } from '../dynamics/loads/force-at'
import { pointOn } from '../dynamics/loads/points'
import { SpringDamper } from '../dynamics/loads/spring-damper'
import type { Mechanism } from '../mechanism/compile'
import type { Pair } from '../mechanism/rows'
import type { MotionState } from '../mechanism/state'
import type { Place } from '../proximity/place'

/** Numbers of a mark: point [m], force [N]. */
export const MARK = 6

export interface ForceMark {
  /** Of the joint, load, spring or contact. */
  readonly id: string
  /** Contacts where they stick, where they slide, and where they touch without a known force (it is zero): not a number where they do not. */
  readonly kind: 'reaction' | 'load' | 'spring' | 'sticks' | 'slides' | 'touches'
}

/** Places of two outlines that are drawn, with their forces or without. */
const PLACES = ['sticks', 'slides', 'sticks', 'slides'] as const
const BARE_PLACES = ['touches', 'touches'] as const

/** A place where two outlines touch. */
interface Touching {
  readonly on: ContactPair
  readonly touch: Place
}

/** A run with more numbers of marks than this keeps none. */
const MOST_NUMBERS = 20_000_000

export class ForceMarks {
  readonly marks: readonly ForceMark[]
  /** Frames x marks x (point, force). */
  readonly numbers: Float64Array
  private readonly joints: readonly { readonly index: number; readonly datum: Pair }[]
  private readonly loads: readonly (ForceAt | SpringDamper)[]
  private readonly pairs: readonly ContactPair[]
  /** Whether masses and loads move it, so that forces of contacts are known. */
  private readonly isFree: boolean
  private readonly reader = new LieReader()
  private readonly point = new Float64Array(3)

  constructor(
    mechanism: Mechanism,
    private readonly forces: ForceReader | null,
    frames: number,
    mode: NonNullable<Scenario['mode']> = 'kinematic',
  ) {
    const { joints } = mechanism.geometry
    const isMoving = ({ type, idle, source }: (typeof joints)[number]) =>
      type.freedoms.length > 0 && !idle && !source.suspended
    this.joints = !forces
      ? []
      : joints.flatMap((joint, index) =>
          isMoving(joint) ? [{ index, datum: mechanism.pairOf(null, joint.from.source.id) }] : [],
        )
    this.loads = (forces?.physics.loads.acting ?? []).filter(
      (load): load is ForceAt | SpringDamper =>
        (load instanceof ForceAt && !load.isTorque) || load instanceof SpringDamper,
    )
    this.isFree = mode === 'free'
    this.pairs = mode === 'rest' ? [] : everyContactPair(mechanism)
    const places = this.isFree ? PLACES : BARE_PLACES
    const marks = [
      ...this.joints.map(({ index }): ForceMark => ({ id: joints[index].source.id, kind: 'reaction' })),
      ...this.loads.map((load): ForceMark => {
        const kind = load instanceof ForceAt ? 'load' : 'spring'
        return { id: load.id, kind }
      }),
      ...this.pairs.flatMap(({ contact: { id } }) => places.map((kind): ForceMark => ({ id, kind }))),
    ]
    const fits = frames * marks.length * MARK <= MOST_NUMBERS
    this.marks = fits ? marks : []
    this.numbers = new Float64Array(this.marks.length * frames * MARK)
    if (this.pairs.length > 0) this.numbers.fill(Number.NaN)
  }

  /**
   * Keeps the forces of a frame; not a number where they are not known.
   * @param touching where outlines touch that have no forces
   */
  record(state: MotionState, frame: number, touching: readonly Touching[] = []): void {
    const { marks, joints, loads, forces, numbers, point } = this
    if (marks.length === 0) return
    const reactions = joints.length > 0 ? forces!.reactionsOf(state) : null
    let at = frame * marks.length * MARK
    for (const { index, datum } of joints) {
      pointOn(state, datum.linkB, datum.frameB, point)
      numbers.set(point, at)
      for (let k = 0; k < 3; k++)
        numbers[at + 3 + k] = reactions ? reactions.wrenches[6 * index + 3 + k] : Number.NaN
      at += MARK
    }
    for (const load of loads) {
      load.draw(state, state.time, numbers, at)
      at += MARK
    }
    if (!this.isFree) return this.recordPlaces(state, touching, at)
    for (const pair of this.pairs) {
      const closed = forces!.touching?.filter(({ on }) => on === pair) ?? []
      const left = {
        sticks: closed.filter(({ slides }) => !slides),
        slides: closed.filter(({ slides }) => slides),
      }
      for (const kind of PLACES) {
        left[kind].shift()?.draw(numbers, at)
        at += MARK
      }
    }
  }

  private recordPlaces(state: MotionState, touching: readonly Touching[], from: number): void {
    const { numbers, reader, pairs } = this
    let at = from
    for (const pair of pairs) {
      const mine = touching.filter(({ on }) => on === pair)
      BARE_PLACES.forEach((_, k) => {
        const touch = mine[k]?.touch
        if (touch) {
          touch.find(reader.read(state, pair))
          touch.writePoint(reader.frames, numbers, at)
          numbers.fill(0, at + 3, at + MARK)
        }
        at += MARK
      })
    }
  }
}
