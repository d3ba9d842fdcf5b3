/**
 * Forces of a run as they are drawn: where they act and how large they are, frame by frame, in ground. What a joint's first body does to
 * its second, forces at datums, and what springs pull with.
 */
import type { ForceReader } from '../dynamics/force-reader'
import { everyContactPair } from '../contact/pairs'
import type { ContactPair } from '../contact/pairs'
import { ForceAt } from '../dynamics/loads/force-at'
import { pointOn } from '../dynamics/loads/points'
import { SpringDamper } from '../dynamics/loads/spring-damper'
import type { Mechanism } from '../mechanism/compile'
import type { Pair } from '../mechanism/rows'
import type { MotionState } from '../mechanism/state'

/** Numbers of a mark: point [m], force [N]. */
export const MARK = 6

export interface ForceMark {
  /** Of the joint, load, spring or contact. */
  readonly id: string
  /** Contacts where they stick, and where they slide: there is no number where they do not. */
  readonly kind: 'reaction' | 'load' | 'spring' | 'sticks' | 'slides'
}

/** Places of two outlines that are drawn. */
const PLACES = ['sticks', 'slides', 'sticks', 'slides'] as const

/** A run with more numbers of marks than this keeps none. */
const MOST_NUMBERS = 20_000_000

export class ForceMarks {
  readonly marks: readonly ForceMark[]
  /** Frames x marks x (point, force). */
  readonly numbers: Float64Array
  private readonly joints: readonly { readonly index: number; readonly datum: Pair }[]
  private readonly loads: readonly (ForceAt | SpringDamper)[]
  private readonly pairs: readonly ContactPair[]
  private readonly point = new Float64Array(3)

  constructor(
    mechanism: Mechanism,
    private readonly forces: ForceReader | null,
    frames: number,
    /** Whether masses and loads move it, with contacts. */
    isFree = false,
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
    this.pairs = isFree ? everyContactPair(mechanism) : []
    const marks = [
      ...this.joints.map(({ index }): ForceMark => ({ id: joints[index].source.id, kind: 'reaction' })),
      ...this.loads.map((load): ForceMark => {
        const kind = load instanceof ForceAt ? 'load' : 'spring'
        return { id: load.id, kind }
      }),
      ...this.pairs.flatMap(({ contact: { id } }) => PLACES.map((kind): ForceMark => ({ id, kind }))),
    ]
    const fits = frames * marks.length * MARK <= MOST_NUMBERS
    this.marks = fits ? marks : []
    this.numbers = new Float64Array(this.marks.length * frames * MARK)
    if (this.pairs.length > 0) this.numbers.fill(Number.NaN)
  }

  /** Keeps the forces of a frame; not a number where they are not known. */
  record(state: MotionState, frame: number): void {
    const { marks, joints, loads, forces, numbers, point } = this
    if (marks.length === 0) return
    const reactions = forces!.reactionsOf(state)
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
    for (const pair of this.pairs) {
      const closed = forces!.touching?.filter(({ on }) => on === pair) ?? []
      const left = {
        sticks: closed.filter(({ way }) => way === 0),
        slides: closed.filter(({ way }) => way !== 0),
      }
      for (const kind of PLACES) {
        left[kind].shift()?.draw(numbers, at)
        at += MARK
      }
    }
  }
}
