/**
 * Stretches in which contacts change faster than they can be told apart, as when something rattles: these are gone through in even steps.
 * All that touches at the start of a step, or would meet in it, shares a blow there, and another one while rates go on evenly to its end.
 * What overlaps after a step is pushed apart.
 * Source: Stewart & Trinkle, An implicit time-stepping scheme for rigid body dynamics with inelastic collisions and Coulomb friction
 * (1996); Acary & Brogliato, Numerical Methods for Nonsmooth Dynamical Systems, chapter 10.
 */
import type { OutlinePair } from '../../contact/outline-pairs'
import type { Mechanism } from '../../mechanism/compile'
import type { MotionState } from '../../mechanism/state'
import type { Problem } from '../../result'
import type { FreeEquations } from '../free-equations'
import type { Physics } from '../physics'
import { choose } from './choice'
import type { Asked } from './choice'
import { clings } from './clings'
import type { ContactForces } from './contact-forces'
import type { ContactResponse } from './response'
import { sweep } from './sweeps'
import type { Meeting } from './meeting'
import {
  CROWDED,
  CROWDED_STEP,
  CROWDED_STRETCH,
  CROWDING,
  DRIFT,
  LONGEST_STRETCH,
  MOST_AS_A_WHOLE,
  SLOW_SLIP,
  TOUCHES,
} from './tolerances'
import { touchingAt } from './touching'

/** A time in which contacts were not told apart [s]. */
export interface Stretch {
  readonly from: number
  to: number
}

/** Rounds in which overlaps are taken out after a step. */
const MOST_ROUNDS = 5
/** Shorter flights than so many steps are none. */
const STEPS_OF_FLIGHT = 4

export class Crowd {
  /** When contacts changed last, the latest at the end [s]. */
  private changes: number[] = []
  private until = -Infinity
  private length = CROWDED_STRETCH

  constructor(
    private readonly mechanism: Mechanism,
    private readonly pairs: readonly OutlinePair[],
    private readonly forces: ContactForces,
    /** Stretches so far. */
    private readonly stretches: Stretch[],
  ) {}

  /** A contact changes. */
  count(time: number): void {
    const { changes, stretches } = this
    changes.push(time)
    if (changes.length <= CROWDED.changes) return
    const { crowding } = this
    if (time - changes.shift()! > crowding ** 2 * CROWDED.within) return
    const last = stretches.at(-1)
    const goesOn = last !== undefined && time - last.to < this.length
    this.length = goesOn ? Math.min(2 * this.length, LONGEST_STRETCH) : crowding * CROWDED_STRETCH
    this.until = time + this.length
    this.changes = []
    if (goesOn) last.to = this.until
    else stretches.push({ from: time, to: this.until })
  }

  /** How much more there is to do for the contacts that touch now than for a few. */
  private get crowding(): number {
    const many = this.forces.closed.length
    return many > MOST_AS_A_WHOLE ? CROWDING * many : 1
  }

  isOn(time: number): boolean {
    return time < this.until
  }

  /** Ends the stretch at a time before its end. */
  end(time: number): void {
    this.until = -Infinity
    this.stretches.at(-1)!.to = time
  }

  /** One step, at most to a time. @returns undefined where rows cannot be closed. Code: `contact-jams` */
  step(free: FreeEquations, { loads }: Physics, latest: number): Problem | null | undefined {
    const { leap, forward, state } = free
    const { forces, mechanism } = this
    const from = free.placedAt
    const to = Math.min(from + this.crowding * CROWDED_STEP, this.until, latest)
    const duration = to - from
    const near = TOUCHES * mechanism.size + duration * fastest(state, mechanism.size)
    const energy = forward.kineticEnergy + forward.potentialEnergy
    const { lost } = free
    leap.begin(from)
    forces.closed = touchingAt(this.pairs, state, near)
    if (!free.contacts!.read(from)) return undefined
    const { closed } = forces
    const taken = loads.acting.length > 0 ? duration * loads.loss(state, from) : 0
    for (const meeting of closed) meeting.normal = meeting.tangential = 0
    const meets = closed.some(({ gap, gapRate }) => gap + duration * gapRate < 0)
    if (meets) {
      if (!this.strike(free, duration, struck)) return clings(mechanism, closed, from)
      if (!free.contacts!.read(from)) return undefined
    }
    leap.setOut()
    leap.kick(duration / 2)
    if (!this.strike(free, duration, evenly)) return clings(mechanism, closed, from)
    leap.kick(duration / 2)
    free.failure = leap.drift(duration, to)
    if (free.failure || !this.pushApart(free, to, near)) return undefined
    forces.closed = closed.filter(({ normal }) => normal > 0)
    leap.end(to, taken)
    free.look(to)
    if (free.hasDrivers)
      leap.bringIn(forward.kineticEnergy + forward.potentialEnergy + free.lost - energy - lost)
    return null
  }

  /** Changes rates by impulses. @param after rates without these, which must not be negative along the normal. False where none fit */
  private strike(
    free: FreeEquations,
    duration: number,
    after: (meeting: Meeting, duration: number) => [number, number],
  ): boolean {
    const { closed, response } = this.forces
    const rates = Float64Array.from(closed.flatMap((meeting) => after(meeting, duration)))
    const asked = closed.map((meeting) => this.asked(meeting))
    const impulses = impulsesOf(response, rates, asked)
    if (!impulses) return false
    free.contacts!.strike(impulses)
    closed.forEach((meeting, k) => {
      meeting.normal += impulses[2 * k] / duration
      meeting.tangential += impulses[2 * k + 1] / duration
    })
    return true
  }

  /** What has stood still holds as long as static friction does. */
  private asked({ law, slipRate }: Meeting): Asked {
    const isStill = Math.abs(slipRate) < SLOW_SLIP * this.mechanism.size
    return { coefficient: isStill ? law.staticFriction : law.kineticFriction, slides: null, least: 0 }
  }

  /** Takes overlaps out of positions, which may bring together what is near. @param near gap up to which it is [m] */
  private pushApart(free: FreeEquations, time: number, near: number): boolean {
    const { forces, mechanism, pairs } = this
    for (let round = 0; round < MOST_ROUNDS; round++) {
      forces.closed = touchingAt(pairs, free.state, near)
      if (!forces.closed.some(({ gap }) => gap < -DRIFT * mechanism.size)) return true
      if (!free.contacts!.read(time)) return false
      const { closed, response } = forces
      const gaps = new Float64Array(response.n)
      closed.forEach(({ gap }, k) => (gaps[2 * k] = gap))
      const moves = impulsesOf(response, gaps, closed.map(smooth))
      if (!moves) return true
      free.contacts!.move(moves, time)
    }
    return true
  }
}

/** Null where none fit. */
const impulsesOf = (
  response: ContactResponse,
  rates: Float64Array,
  asked: readonly Asked[],
): Float64Array | null =>
  asked.length > MOST_AS_A_WHOLE
    ? sweep(response, rates, asked)
    : (choose(response, rates, asked)?.forces ?? null)

const smooth = (): Asked => ({ coefficient: 0, slides: 0, least: 0 })

/** Rates of a blow at the start of a step [m/s]: how fast it opens beyond what it may, as what there is of a gap, or a bounce, allow; and how fast it slides. */
function struck({ gap, gapRate, gapChange, slipRate, law }: Meeting, duration: number): [number, number] {
  const back = -law.restitution * gapRate
  const meets = gap + duration * gapRate < 0
  const bounces = meets && 2 * back > STEPS_OF_FLIGHT * CROWDED_STEP * Math.abs(gapChange)
  return [gapRate + (bounces ? -back : Math.max(0, gap / duration)), slipRate]
}

/** Rates at its end: on an average of both the gap goes with the even rates between. */
function evenly(
  { gap, gapRate, gapChange, slipRate, slipChange }: Meeting,
  duration: number,
): [number, number] {
  return [
    2 * gapRate + duration * gapChange + Math.max(0, (2 * gap) / duration),
    slipRate + duration * slipChange,
  ]
}

/** No point of the mechanism moves faster [m/s]. @param size [m] */
function fastest({ twist }: MotionState, size: number): number {
  let most = 0
  for (let v = 0; v < twist.length; v += 6)
    most = Math.max(
      most,
      size * Math.hypot(twist[v], twist[v + 1], twist[v + 2]) +
        Math.hypot(twist[v + 3], twist[v + 4], twist[v + 5]),
    )
  return most
}
