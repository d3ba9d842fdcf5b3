/** A force or a torque at a point of a link: its direction stays in ground, or turns with the link. */
import type { Frame } from '../../maths/frame'
import type { MotionState } from '../../mechanism/state'
import type { ActingLoad } from './loads'
import { addForce, directionInGround, pointOn, velocityOf } from './points'

export interface ForceAtValues {
  readonly link: number
  /** On the link; the force acts at its origin. */
  readonly frame: Frame
  /** [-], of length 1, in ground or along the axes of the link. */
  readonly direction: readonly [number, number, number]
  readonly turns: boolean
  readonly isTorque: boolean
  /** Size at a time [N, N m]. */
  readonly size: (time: number) => number
}

export class ForceAt implements ActingLoad {
  private readonly point = new Float64Array(3)
  private readonly force = new Float64Array(3)
  private readonly velocity = new Float64Array(3)

  constructor(
    readonly id: string,
    readonly name: string,
    private readonly values: ForceAtValues,
  ) {}

  apply(state: MotionState, time: number, wrenches: Float64Array): void {
    const { point, force, values } = this
    this.place(state, time)
    if (!values.isTorque) {
      addForce(wrenches, values.link, point, force, 1)
      return
    }
    for (let k = 0; k < 3; k++) wrenches[6 * values.link + k] += force[k]
  }

  get isTorque(): boolean {
    return this.values.isTorque
  }

  /** Writes where it acts and its force, in ground. */
  draw(state: MotionState, time: number, out: Float64Array, at: number): void {
    this.place(state, time)
    out.set(this.point, at)
    out.set(this.force, at + 3)
  }

  energy(): number {
    return 0
  }

  loss(state: MotionState, time: number): number {
    const { point, force, velocity, values } = this
    this.place(state, time)
    if (values.isTorque) for (let k = 0; k < 3; k++) velocity[k] = state.twist[6 * values.link + k]
    else velocityOf(state, values.link, point, velocity)
    return -(force[0] * velocity[0] + force[1] * velocity[1] + force[2] * velocity[2])
  }

  private place(state: MotionState, time: number): void {
    const { point, force, values } = this
    const { link, frame, direction, turns, size } = values
    pointOn(state, link, frame, point)
    if (turns) directionInGround(state, link, direction, force)
    else force.set(direction)
    const now = size(time)
    for (let k = 0; k < 3; k++) force[k] *= now
  }
}
