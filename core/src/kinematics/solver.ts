/**
 * Motion over time: given the coordinates that drivers prescribe, finds all others, exactly, at any later instant.
 *
 * Each step predicts from the last position, rate and acceleration, closes every block by Newton, then solves rates
 * and accelerations. A step that will not close, or that would change the branch, is halved; when it becomes too
 * short the failure is reported and the last good state stands.
 */
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { formatQuantity } from '../units/format'
import { partition } from './blocks'
import { BlockSolver } from './block-solver'
import type { BlockFailure } from './block-solver'
import { ClosureRows } from './closures'
import { TURNS } from './compile'
import type { Mechanism } from './compile'
import { MotionState } from './state'

/** A prescribed coordinate: writes position, rate and acceleration at a time into `out`. */
export interface Drive {
  readonly link: number
  readonly evaluate: (time: number, out: Float64Array) => void
}

/** A step is given up after this many halvings. */
const MOST_HALVINGS = 14

export class Solver {
  readonly state: MotionState
  readonly rows: ClosureRows
  time = 0
  private readonly blocks: readonly BlockSolver[]
  private readonly driven: Uint8Array
  private readonly prescribed = new Float64Array(3)
  private readonly lastQ: Float64Array
  private readonly lastRate: Float64Array
  private readonly lastAcceleration: Float64Array
  private readonly branches: Int8Array

  /** @param q assembled coordinates by link, at which the drives start */
  constructor(
    readonly mechanism: Mechanism,
    private readonly drives: readonly Drive[],
    q: Float64Array,
  ) {
    this.state = new MotionState(mechanism)
    this.state.q.set(q)
    this.state.placeAll()
    this.rows = new ClosureRows(mechanism)
    this.driven = new Uint8Array(mechanism.links)
    for (const { link } of drives) this.driven[link] = 1
    this.blocks = partition(mechanism, this.rows, this.driven).map(
      (block) => new BlockSolver(block, this.rows, this.state),
    )
    for (const block of this.blocks) block.choose()
    this.branches = Int8Array.from(this.blocks, (block) => block.branch)
    this.lastQ = q.slice()
    this.lastRate = new Float64Array(mechanism.links)
    this.lastAcceleration = new Float64Array(mechanism.links)
  }

  /** Links that could move but that no drive determines. */
  get parked(): number[] {
    const inBlocks = new Set(this.blocks.flatMap(({ block }) => [...block.links]))
    const outside = Array.from({ length: this.mechanism.links - 1 }, (_, i) => i + 1).filter(
      (link) => !inBlocks.has(link) && !this.driven[link],
    )
    return [...outside, ...this.blocks.flatMap((block) => block.parked)]
  }

  /** Solves rates and accelerations at the start, time 0. */
  start(): Result<MotionState> {
    const failure = this.attempt(0)
    return failure ? fail(this.stopped(0, failure)) : succeed(this.state)
  }

  /** Moves on to `time`. On failure the state is that of the last instant that could be reached. */
  advance(time: number): Result<MotionState> {
    const shortest = (time - this.time) / 2 ** MOST_HALVINGS
    let to = time
    while (this.time < time) {
      const step = to - this.time
      const failure = this.attempt(to)
      if (!failure) {
        to = Math.min(time, this.time + 2 * step)
        if (time - to < shortest) to = time
        continue
      }
      if (step / 2 < shortest) {
        this.restore()
        return fail(this.stopped(this.time, failure))
      }
      to = this.time + step / 2
    }
    return succeed(this.state)
  }

  private attempt(to: number): { block: BlockSolver; reason: BlockFailure | 'branch' } | null {
    this.predict(to - this.time)
    this.prescribe(to)
    for (let b = 0; b < this.blocks.length; b++) {
      const block = this.blocks[b]
      const reason = block.close()
      if (reason) return { block, reason }
      if (block.branch !== this.branches[b]) return { block, reason: 'branch' }
    }
    this.differentiate()
    this.time = to
    this.lastQ.set(this.state.q)
    this.lastRate.set(this.state.rate)
    this.lastAcceleration.set(this.state.acceleration)
    this.renewChoices()
    return null
  }

  private predict(h: number): void {
    const { q } = this.state
    const { lastQ, lastRate, lastAcceleration } = this
    for (let link = 1; link < q.length; link++) {
      q[link] = lastQ[link] + h * (lastRate[link] + (h / 2) * lastAcceleration[link])
    }
  }

  private prescribe(time: number): void {
    const { prescribed, state } = this
    for (const { link, evaluate } of this.drives) {
      evaluate(time, prescribed)
      state.q[link] = prescribed[0]
      state.rate[link] = prescribed[1]
      state.acceleration[link] = prescribed[2]
    }
  }

  /** Frames, twists and accelerations of all links at the closed position. */
  private differentiate(): void {
    const { state, blocks, rows } = this
    state.placeAll()
    for (let k = 0; k < this.mechanism.closures.length; k++) rows.place(state, k)
    for (const block of blocks) block.solveRates()
    state.spreadRates()
    for (const block of blocks) block.clearAccelerations()
    state.spreadAccelerations()
    for (const block of blocks) block.solveAccelerations()
    state.spreadAccelerations()
  }

  private renewChoices(): void {
    this.blocks.forEach((block, b) => {
      if (!block.weak) return
      block.chooseRows()
      this.branches[b] = block.branch
    })
  }

  /** Back to the last instant that was reached. */
  private restore(): void {
    const { state, rows } = this
    state.q.set(this.lastQ)
    state.rate.set(this.lastRate)
    state.acceleration.set(this.lastAcceleration)
    state.placeAll()
    for (let k = 0; k < this.mechanism.closures.length; k++) rows.place(state, k)
    state.spreadRates()
    state.spreadAccelerations()
  }

  private stopped(
    time: number,
    { block, reason }: { block: BlockSolver; reason: BlockFailure | 'branch' },
  ): Problem {
    const { geometry, linkJoint, linkMotion } = this.mechanism
    const name = (joint: number) => geometry.joints[joint].source.name
    const driver = [...block.block.links].find((link) => this.driven[link])
    const closing = block.block.closures.map((k) => this.mechanism.closures[k].joint)
    const loop = [...new Set([...block.block.links].map((link) => linkJoint[link])), ...closing].filter(
      (joint) => joint >= 0 && (driver === undefined || joint !== linkJoint[driver]),
    )
    const at = `${time.toFixed(3)} s`
    const ids = [...(driver === undefined ? [] : [linkJoint[driver]]), ...loop].map(
      (joint) => geometry.joints[joint].source.id,
    )
    if (reason === 'contradiction') {
      return {
        code: 'joints-contradict',
        message: `The motion stops at ${at}: ${name(closing[0])} can no longer stay closed while ${loop.map(name).join(', ')} move; they hold the same direction in different ways.`,
        ids,
      }
    }
    const where =
      driver === undefined
        ? 'The loop'
        : `${name(linkJoint[driver])} stands at ${formatQuantity(
            this.state.q[driver],
            linkMotion[driver] === TURNS ? 'deg' : 'mm',
            1,
          )} and the loop`
    return {
      code: 'dead-point',
      message: `The motion stops at ${at}: ${where} of ${loop.map(name).join(', ')} can follow no further (dead point). Change a length, the start or the length of the run.`,
      ids,
    }
  }
}
