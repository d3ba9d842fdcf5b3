/**
 * Motion over time: given what drivers prescribe, finds all other coordinates, exactly, at any later instant.
 *
 * Each step predicts from the last two instants, closes every block by Newton, then solves rates and accelerations. A
 * step that will not close, or that would change the branch, is halved; when it becomes too short the failure is
 * reported and the last good state is kept.
 */
import type { Problem } from '../result'
import { formatQuantity } from '../units/format'
import { TURNS } from '../mechanism/chain'
import type { Mechanism } from '../mechanism/compile'
import { Equations } from '../mechanism/equations'
import { Predictor } from './predictor'
import type { Row } from '../mechanism/rows'
import { MotionState } from '../mechanism/state'
import { System } from './system'
import type { SystemFailure } from './system'
import type { TimeFunction } from '../maths/time-function'

/** A prescribed link coordinate. */
export interface PrescribedLink {
  readonly link: number
  readonly evaluate: TimeFunction
}

/** A step is given up after this many halvings. */
const MOST_HALVINGS = 14
/** And after this many attempts to get through one step of the caller's. */
const MOST_ATTEMPTS = 4000

export class Solver {
  readonly state: MotionState
  readonly equations: Equations
  /** Why the last step failed, or null. */
  problem: Problem | null = null
  private readonly system: System
  private readonly driven: Uint8Array
  private readonly prescribed = new Float64Array(3)
  private readonly predictor: Predictor

  /**
   * @param drives prescribe coordinates of links
   * @param rows hold besides those of the mechanism, such as drivers of what is no link's coordinate
   * @param q assembled coordinates by link, at which the drives start
   * @param time at which it starts [s]
   */
  constructor(
    readonly mechanism: Mechanism,
    private readonly drives: readonly PrescribedLink[],
    q: Float64Array,
    rows: readonly Row[] = [],
    public time = 0,
  ) {
    this.state = new MotionState(mechanism)
    this.state.q.set(q)
    this.equations = new Equations(mechanism, [...mechanism.rows, ...rows])
    this.driven = new Uint8Array(mechanism.links)
    for (const { link } of drives) this.driven[link] = 1
    this.system = new System(this.equations, this.state, this.driven)
    this.equations.note(this.state)
    this.predictor = new Predictor(mechanism.links)
    this.remember(0)
  }

  /** Links that could move but that no drive determines. */
  get parked(): number[] {
    return this.system.parked
  }

  /** Solves rates and accelerations at the start. False when it fails; `problem` then says why. */
  start(): boolean {
    const failure = this.attempt(this.time)
    this.problem = failure && this.stopped(this.time, failure)
    return failure === null
  }

  /** Moves on to `time`. On failure the state is that of the last instant that could be reached. */
  advance(time: number): boolean {
    const shortest = (time - this.time) / 2 ** MOST_HALVINGS
    let to = time
    let attempts = 0
    /** Where rows were chosen anew last: once at an instant is enough. */
    let renewedAt = Number.NaN
    while (this.time < time) {
      attempts++
      const step = to - this.time
      const failure = this.attempt(to)
      if (!failure) {
        to = Math.min(time, this.time + 2 * step)
        if (time - to < shortest) to = time
        continue
      }
      if (failure.reason === 'contradiction' && this.time !== renewedAt) {
        renewedAt = this.time
        this.restore()
        if (this.system.renewSpare()) continue
      }
      if (step / 2 < shortest || attempts > MOST_ATTEMPTS) {
        this.restore()
        this.problem = this.stopped(this.time, failure)
        return false
      }
      to = this.time + step / 2
    }
    return true
  }

  private attempt(to: number): SystemFailure | null {
    const { state, system, equations } = this
    const step = to - this.time
    this.predictor.predict(step, state.q, system.determined)
    equations.windings.expect(step)
    this.prescribe(to)
    const failure = system.close()
    if (failure) return failure
    system.differentiate()
    equations.note(state)
    this.time = to
    this.remember(step)
    const stopped = system.renewChoices()
    for (let n = 0; n < stopped.length; n++) {
      this.predictor.stop(stopped[n])
      state.rate[stopped[n]] = 0
      state.acceleration[stopped[n]] = 0
    }
    return null
  }

  private remember(step: number): void {
    const { q, rate, acceleration } = this.state
    this.predictor.note(q, rate, acceleration, step)
  }

  private prescribe(time: number): void {
    const { prescribed, state, drives } = this
    for (let k = 0; k < drives.length; k++) {
      const { link, evaluate } = drives[k]
      evaluate(time, prescribed)
      state.q[link] = prescribed[0]
      state.rate[link] = prescribed[1]
      state.acceleration[link] = prescribed[2]
    }
    this.equations.prescribe(time)
  }

  /** Back to the last instant that was reached. */
  private restore(): void {
    const { state } = this
    this.predictor.recall(state.q, state.rate, state.acceleration)
    this.system.placeAll()
    state.spreadRates(state.all)
    state.spreadAccelerations(state.all)
  }

  private stopped(time: number, { reason, row }: SystemFailure): Problem {
    const { mechanism, equations } = this
    const { geometry, linkJoint, linkMotion } = mechanism
    const rows = this.system.rowsAround(row)
    const nameOf = new Map(geometry.joints.map(({ source }) => [source.id, source.name]))
    const links = [...linksOf(equations, rows)]
    const driver = links.find((link) => this.driven[link])
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
            value: this.state.q[coordinate.link] + coordinate.constant,
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
            this.state.q[driver],
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
