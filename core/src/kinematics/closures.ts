/**
 * The closing conditions of a mechanism as rows: residuals, the Jacobian with respect to link coordinates, the
 * acceleration bias, and the coordinates of the joints that close loops. Rows of lengths are divided by the
 * mechanism's size, so that all rows are comparable numbers.
 */
import { compose, FRAME } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { SLIDES } from './compile'
import type { Closure, Mechanism } from './compile'
import { conditionValue, conditionWrench, conditionWrenchRate, SLIDE } from './conditions'
import type { Condition } from './conditions'
import type { MotionState } from './state'

/** One row: a condition of a closure. */
export interface Row {
  readonly closure: number
  readonly condition: Condition
  /** 1 / size for lengths, else 1. */
  readonly weight: number
}

export class ClosureRows {
  readonly rows: readonly Row[]
  /** How far a link coordinate goes for one unit of a scaled unknown: size for slides, 1 for turns. */
  readonly scale: Float64Array
  /** Frames of both datums of every closure in ground. */
  private readonly frames: Frame
  private readonly wrench = new Float64Array(6)

  constructor(private readonly mechanism: Mechanism) {
    const { closures, size, linkMotion } = mechanism
    this.rows = closures.flatMap(({ conditions }, closure) =>
      conditions.map((condition) => ({
        closure,
        condition,
        weight: condition.kind === SLIDE ? 1 / size : 1,
      })),
    )
    this.scale = Float64Array.from(linkMotion, (motion) => (motion === SLIDES ? size : 1))
    this.frames = new Float64Array(2 * FRAME * closures.length)
  }

  /** Places the datums of one closure from the link frames. */
  place(state: MotionState, closure: number): void {
    const { linkA, linkB, frameA, frameB } = this.mechanism.closures[closure]
    const at = 2 * FRAME * closure
    compose(state.world, FRAME * linkA, frameA, 0, this.frames, at)
    compose(state.world, FRAME * linkB, frameB, 0, this.frames, at + FRAME)
  }

  /** Scaled residual of a row; its closure must have been placed. */
  residual(row: Row): number {
    return row.weight * this.measure(row.closure, row.condition)
  }

  /** Value of any condition between the datums of a closure. */
  measure(closure: number, condition: Condition): number {
    const at = 2 * FRAME * closure
    return conditionValue(condition, this.frames, at, this.frames, at + FRAME)
  }

  /** Writes the scaled derivative of a row into `out[at + columnOf[link]]` for every link with a column >= 0. */
  jacobian(
    state: MotionState,
    row: Row,
    columnOf: Int32Array,
    out: Float64Array,
    at: number,
    columns: number,
  ): void {
    const { path, pathSigns } = this.mechanism.closures[row.closure]
    const { wrench } = this
    this.loadWrench(row.closure, row.condition)
    out.fill(0, at, at + columns)
    for (let k = 0; k < path.length; k++) {
      const column = columnOf[path[k]]
      if (column < 0) continue
      out[at + column] =
        pathSigns[k] * row.weight * this.scale[path[k]] * product(wrench, 0, state.screw, 6 * path[k])
    }
  }

  /** Rate of a condition for the current rates of the links whose `skip` entry is negative. */
  rateFromOthers(state: MotionState, row: Row, skip: Int32Array): number {
    const { path, pathSigns } = this.mechanism.closures[row.closure]
    this.loadWrench(row.closure, row.condition)
    let sum = 0
    for (let k = 0; k < path.length; k++) {
      const link = path[k]
      const rate = state.rate[link]
      if (skip[link] < 0 && rate !== 0) {
        sum += pathSigns[k] * rate * product(this.wrench, 0, state.screw, 6 * link)
      }
    }
    return row.weight * sum
  }

  /** First derivative of a condition; twists must be current. */
  rate(state: MotionState, closure: number, condition: Condition): number {
    const { linkA, linkB } = this.mechanism.closures[closure]
    this.loadWrench(closure, condition)
    return product(this.wrench, 0, state.twist, 6 * linkB) - product(this.wrench, 0, state.twist, 6 * linkA)
  }

  /** Second derivative of a condition; twists and spatial accelerations must be current. */
  acceleration(state: MotionState, closure: number, condition: Condition): number {
    const { linkA, linkB } = this.mechanism.closures[closure]
    const at = 2 * FRAME * closure
    const a = 6 * linkA
    const b = 6 * linkB
    const { wrench, frames } = this
    this.loadWrench(closure, condition)
    const direct = product(wrench, 0, state.twistRate, b) - product(wrench, 0, state.twistRate, a)
    conditionWrenchRate(condition, frames, at, frames, at + FRAME, state.twist, a, b, wrench)
    return direct + product(wrench, 0, state.twist, b) - product(wrench, 0, state.twist, a)
  }

  /** True when the joint's axes agree rather than point against each other, which the conditions alone allow. */
  isAligned(closure: Closure, index: number): boolean {
    const at = 2 * FRAME * index
    const axesHeld = new Set(closure.conditions.filter((c) => c.kind !== SLIDE).flatMap((c) => [c.i, c.j]))
    for (const axis of axesHeld) {
      const a = at + 3 * axis
      const b = at + FRAME + 3 * axis
      const held = closure.conditions.filter((c) => c.kind !== SLIDE && (c.i === axis || c.j === axis))
      const along =
        this.frames[a] * this.frames[b] +
        this.frames[a + 1] * this.frames[b + 1] +
        this.frames[a + 2] * this.frames[b + 2]
      if (held.length >= 2 && along < 0) return false
    }
    return true
  }

  private loadWrench(closure: number, condition: Condition): void {
    const at = 2 * FRAME * closure
    conditionWrench(condition, this.frames, at, this.frames, at + FRAME, this.wrench)
  }
}

function product(a: Float64Array, ia: number, b: Float64Array, ib: number): number {
  return (
    a[ia] * b[ib] +
    a[ia + 1] * b[ib + 1] +
    a[ia + 2] * b[ib + 2] +
    a[ia + 3] * b[ib + 3] +
    a[ia + 4] * b[ib + 4] +
    a[ia + 5] * b[ib + 5]
  )
}
