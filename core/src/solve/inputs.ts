/** What drivers prescribe, as a list of inputs: coordinates of links, and targets of rows. */
import type { TimeFunction } from '../maths/time-function'
import type { Equations } from '../mechanism/equations'
import type { MotionState } from '../mechanism/state'

/** A prescribed link coordinate. */
export interface PrescribedLink {
  readonly link: number
  readonly evaluate: TimeFunction
}

export class Inputs {
  readonly count: number
  private readonly links: Int32Array
  private readonly rows: Int32Array
  private readonly courses: readonly TimeFunction[]
  /** Every knot, every jump, and the instant just before a jump, which still belongs to what came before. */
  private readonly breaks: Float64Array
  private nextBreak = 0
  private readonly jet = new Float64Array(4)

  constructor(
    drives: readonly PrescribedLink[],
    private readonly equations: Equations,
    private readonly state: MotionState,
  ) {
    const driven = [...equations.rows.keys()].filter((row) => equations.rows[row].target)
    this.links = Int32Array.from([...drives.map(({ link }) => link), ...driven.map(() => -1)])
    this.rows = Int32Array.from([...drives.map(() => -1), ...driven])
    this.courses = [
      ...drives.map(({ evaluate }) => evaluate),
      ...driven.map((row) => equations.rows[row].target!),
    ]
    this.count = this.courses.length
    const jumps = new Set(this.courses.flatMap((course) => course.breaks ?? []))
    const knots = this.courses.flatMap((course) => course.knots ?? [])
    this.breaks = Float64Array.from([
      ...knots,
      ...[...jumps].flatMap((time) => [time - JUST_BEFORE, time]),
    ]).sort()
  }

  /** Link whose coordinate it is, or -1; row whose target it is, or -1. */
  link(input: number): number {
    return this.links[input]
  }

  row(input: number): number {
    return this.rows[input]
  }

  /** Prescribes all of them for a time. */
  prescribe(time: number): void {
    const { courses, links, jet, state } = this
    const { q, rate, acceleration } = state
    for (let k = 0; k < courses.length; k++) {
      const link = links[k]
      if (link < 0) {
        this.prescribeOne(k, time)
        continue
      }
      courses[k](time, jet)
      q[link] = jet[0]
      rate[link] = jet[1]
      acceleration[link] = jet[2]
    }
  }

  /** The third derivatives of all of them at a time, into those of the state's links and into `targets` by row. */
  prescribeThird(time: number, targets: Float64Array): void {
    const { courses, links, rows, jet, state } = this
    for (let k = 0; k < courses.length; k++) {
      jet[3] = Number.NaN
      courses[k](time, jet)
      if (links[k] >= 0) state.third[links[k]] = jet[3]
      else targets[rows[k]] = jet[3]
    }
  }

  prescribeOne(input: number, time: number): void {
    const { jet } = this
    this.courses[input](time, jet)
    this.set(input, jet[0], jet[1], jet[2])
  }

  set(input: number, value: number, rate: number, acceleration: number): void {
    const { state, equations, links, rows } = this
    const link = links[input]
    if (link >= 0) {
      state.q[link] = value
      state.rate[link] = rate
      state.acceleration[link] = acceleration
    } else {
      const at = 3 * rows[input]
      equations.targets[at] = value
      equations.targets[at + 1] = rate
      equations.targets[at + 2] = acceleration
    }
  }

  /** Every input stays where it is. */
  rest(): void {
    for (let k = 0; k < this.count; k++) this.set(k, this.value(k), 0, 0)
  }

  value(input: number): number {
    const link = this.links[input]
    return link >= 0 ? this.state.q[link] : this.equations.targets[3 * this.rows[input]]
  }

  rate(input: number): number {
    const link = this.links[input]
    return link >= 0 ? this.state.rate[link] : this.equations.targets[3 * this.rows[input] + 1]
  }

  acceleration(input: number): number {
    const link = this.links[input]
    return link >= 0 ? this.state.acceleration[link] : this.equations.targets[3 * this.rows[input] + 2]
  }

  valueAt(input: number, time: number): number {
    this.courses[input](time, this.jet)
    return this.jet[0]
  }

  /** Units that make it a comparable number: how far it goes for one radian or one size. */
  scale(input: number): number {
    const link = this.links[input]
    return link >= 0 ? this.equations.scale[link] : 1 / this.equations.rows[this.rows[input]].weight
  }

  /** The next instant after a time that no step goes past; infinite for none. */
  breakAfter(time: number): number {
    const { breaks } = this
    while (this.nextBreak < breaks.length && breaks[this.nextBreak] <= time) this.nextBreak++
    return this.nextBreak < breaks.length ? breaks[this.nextBreak] : Infinity
  }

  /** Whether a step ends at a jump: it began just before. */
  isJump(from: number, to: number): boolean {
    return to - from <= 1.5 * JUST_BEFORE && this.breaks.includes(to)
  }

  /** When an input passes a value between two instants on different sides of it. */
  instant(input: number, value: number, from: number, to: number): number {
    const side = Math.sign(this.valueAt(input, to) - value)
    return firstTime(from, to, (time) => Math.sign(this.valueAt(input, time) - value) === side)
  }

  /** When an input that rests on a value until after `from` leaves it: where its course says so, else once it is off it. */
  leaving(input: number, value: number, slack: number, from: number, to: number): number {
    const isOff = (time: number) => Math.abs(this.valueAt(input, time) - value) > slack
    const off = firstTime(from, to, isOff)
    const said = this.breaks.filter((time) => time <= off).at(-1)
    return said !== undefined && !isOff(said) ? said : off
  }
}

/** The first time at which something holds that holds at `to` and not at `from`, by bisection. */
function firstTime(from: number, to: number, holds: (time: number) => boolean): number {
  let [low, high] = [from, to]
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (low + high) / 2
    if (holds(middle)) high = middle
    else low = middle
  }
  return high
}

/** [s] */
const JUST_BEFORE = 1e-11
const HALVINGS = 60
