/**
 * Stretches in which contacts change faster than they can be told apart, as when something rattles, or in which surfaces of triangles touch,
 * whose corners and sides take turns: these are gone through in even steps.
 * All that touches at the start of a step, or would meet in it, shares a blow there; half of the step goes by the rates that there are,
 * the other half by those with which what touches at its end just does so. What overlaps after it is pushed apart.
 * Source: Stewart & Trinkle, An implicit time-stepping scheme for rigid body dynamics with inelastic collisions and Coulomb friction
 * (1996); Moreau, Unilateral contact and dry friction in finite freedom dynamics (1988), section 10 (rates changed at the middle of a step);
 * Acary & Brogliato, Numerical Methods for Nonsmooth Dynamical Systems, chapter 10.
 */
import type { ContactPair } from '../../contact/contact-pair'
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
import { Pace } from './pace'
import {
  CROWDED,
  CROWDED_STEP,
  CROWDED_STRETCH,
  CROWDING,
  DRIFT,
  EVEN_STEP,
  LONGEST_STRETCH,
  MOST_AS_A_WHOLE,
  ROUGH_STEP,
  ROUGH_STRETCH,
  SLOW_SLIP,
  TOUCHES,
} from './tolerances'
import { touchingAt } from './touching'

/** A time in which contacts were not told apart [s]. */
export interface Stretch {
  readonly from: number
  to: number
  /** Whether surfaces of triangles touched. */
  isRough: boolean
}

/** No point of the mechanism goes faster [m/s], and nothing turns faster [rad/s]. */
interface Speeds {
  readonly fastest: number
  readonly turning: number
}

/** How near something is that may touch in a step: by a gap [m] and by a turn [rad]. */
interface Near {
  readonly gap: number
  readonly turn: number
}

/** What goes with one of a step's meetings: its own directions' rates [m/s]. */
type After = (meeting: Meeting, k: number) => readonly number[]

/** Rounds in which overlaps are taken out after a step. */
const MOST_ROUNDS = 5
/** It is looked somewhat farther at the end of a step, since the next one may go farther [-]. */
const AHEAD = 1.2
/** How near places of two steps are that are one, as a share of the smaller shape [-]. */
const SAME = 1e-3
/** Shorter flights than so many steps are none. */
const STEPS_OF_FLIGHT = 4

export class Crowd {
  /** When contacts changed last, the latest at the end [s]. */
  private changes: number[] = []
  private until = -Infinity
  private length = CROWDED_STRETCH
  /** Until when it goes on so since surfaces have touched [s]. */
  private roughUntil = -Infinity
  /** What touched in the last step. */
  private last: readonly Meeting[] = []
  /** What touches at the end of it. */
  private seen: { readonly time: number; readonly near: Near; readonly meetings: readonly Meeting[] } | null =
    null

  private readonly pace: Pace

  constructor(
    private readonly mechanism: Mechanism,
    private readonly pairs: readonly ContactPair[],
    private readonly forces: ContactForces,
    /** Stretches so far. */
    private readonly stretches: Stretch[],
  ) {
    this.pace = new Pace(mechanism)
  }

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
    else stretches.push({ from: time, to: this.until, isRough: false })
  }

  /** Surfaces touch: it goes on so for a while. */
  meetSurfaces(time: number): void {
    const { stretches } = this
    this.roughUntil = time + ROUGH_STRETCH
    const last = stretches.at(-1)
    if (!last || last.to < time) stretches.push({ from: time, to: this.roughUntil, isRough: true })
    else Object.assign(last, { to: Math.max(last.to, this.roughUntil), isRough: true })
  }

  /** Goes on so for a while, as if contacts changed: a stretch of which nothing is said. */
  goOver(time: number): void {
    this.until = Math.max(this.until, time + CROWDED_STRETCH)
  }

  /** How much more there is to do for the contacts that touch now than for a few. */
  private get crowding(): number {
    const many = this.forces.closed.length
    return many > MOST_AS_A_WHOLE ? CROWDING * many : 1
  }

  isOn(time: number): boolean {
    return time < Math.max(this.until, this.roughUntil)
  }

  /** Ends the stretch at a time before its end. */
  end(time: number): void {
    this.until = this.roughUntil = -Infinity
    this.seen = null
    this.last = []
    this.pace.stop()
    const last = this.stretches.at(-1)
    if (last) last.to = Math.min(last.to, time)
  }

  /** One step, at most to a time. @returns undefined where rows cannot be closed. Code: `contact-jams` */
  step(free: FreeEquations, { loads }: Physics, latest: number): Problem | null | undefined {
    const { leap, forward, state } = free
    const { forces, mechanism } = this
    const from = free.placedAt
    const speeds = speedsOf(state, mechanism.size)
    const to = Math.min(
      from + this.evenStep(from, state, speeds),
      Math.max(this.until, this.roughUntil),
      latest,
    )
    const duration = to - from
    const near = nearIn(duration, speeds, mechanism.size)
    const energy = forward.kineticEnergy + forward.potentialEnergy
    const { lost } = free
    leap.begin(from)
    forces.closed = this.touchingFrom(from, state, near)
    const { closed } = forces
    for (const meeting of closed) {
      meeting.place(state)
      meeting.readRates(state)
    }
    if (closed.some(({ alongSide }) => alongSide)) this.meetSurfaces(to)
    const forcesBefore = closed.map((meeting) => this.forceBefore(meeting))
    this.last = closed
    this.pace.begin(state, closed)
    const taken = loads.acting.length > 0 ? duration * loads.loss(state, from) : 0
    const apart = closed.filter(({ gap }) => gap > TOUCHES * mechanism.size)
    const meets = closed.some(({ gap, gapRate }) => gap + duration * gapRate < -DRIFT * mechanism.size)
    if (meets) {
      if (!free.contacts!.read(from)) return undefined
      if (!this.strike(free, duration, struckIn(duration), this.askAll()))
        return clings(mechanism, closed, from)
    }
    free.failure = leap.drift(duration / 2, from + duration / 2)
    if (free.failure || !free.contacts!.read(from + duration / 2)) return undefined
    const asked = this.askAll()
    const before = closed.map(ratesOf)
    leap.readPush()
    leap.kick(duration / 2)
    for (const meeting of closed) meeting.readRates(state)
    const evenly: After = (meeting, k) => atMiddle(meeting, before[k], duration)
    if (!this.strike(free, duration, evenly, asked, forcesBefore)) return clings(mechanism, closed, from)
    leap.kick(duration / 2)
    // a blow is no force
    for (const meeting of apart) meeting.normal = meeting.tangential = meeting.sideways = 0
    free.failure = leap.drift(duration / 2, to)
    if (free.failure || !this.pushApart(free, to, near)) return undefined
    forces.closed = closed.filter(({ normal }) => normal > 0)
    leap.end(to, taken)
    free.look(to)
    this.pace.end(state, duration)
    for (const meeting of forces.closed) meeting.findWay(SLOW_SLIP * mechanism.size)
    if (free.hasDrivers)
      leap.bringIn(forward.kineticEnergy + forward.potentialEnergy + free.lost - energy - lost)
    return null
  }

  /** How long a step is: longer where much is to do, and where all that triangles carry rests or goes on evenly [s]. */
  private evenStep(time: number, state: MotionState, speeds: Speeds): number {
    const { crowding, pace, mechanism } = this
    if (time >= this.roughUntil) return crowding * CROWDED_STEP
    const long = crowding * EVEN_STEP
    if (!pace.isEven) return crowding * ROUGH_STEP
    const meetings = this.touchingFrom(time, state, nearIn(long, speeds, mechanism.size))
    for (const meeting of meetings) {
      meeting.place(state)
      meeting.readRates(state)
    }
    const before = meetings.map((meeting) => this.placeBefore(meeting))
    return pace.goesOn(state, meetings, before, long) ? long : crowding * ROUGH_STEP
  }

  /** What touches where a step begins, which is where the last one has ended. */
  private touchingFrom(time: number, state: MotionState, near: Near): readonly Meeting[] {
    const { seen } = this
    const isKnown = seen?.time === time && near.gap <= seen.near.gap && near.turn <= seen.near.turn
    return isKnown ? seen.meetings : touchingAt(this.pairs, state, near.gap, near.turn)
  }

  /** Forces in a place in the last step, by its directions [N]. */
  private forceBefore(meeting: Meeting): number[] {
    const same = this.last[this.placeBefore(meeting)] as Meeting | undefined
    return along(meeting, same?.normal ?? 0, same?.tangential ?? 0, same?.sideways ?? 0)
  }

  /** Which of the places of the last step one is; -1 for none. */
  private placeBefore({ on, touch }: Meeting): number {
    return this.last.findIndex(
      (one) => one.on === on && on.finder.areOne(one.touch, touch, SAME * on.finder.smaller),
    )
  }

  /** Changes rates by impulses; forces are what these are over the step. @param near forces from which it begins. @param after rates without these, which must not be negative along the normal. False where none fit */
  private strike(
    free: FreeEquations,
    duration: number,
    after: After,
    asked: readonly Asked[],
    near: readonly number[][] = [],
  ): boolean {
    const { closed, response } = this.forces
    const rates = Float64Array.from(closed.flatMap(after))
    const start = near.length > 0 ? Float64Array.from(near.flat(), (force) => duration * force) : undefined
    const impulses = impulsesOf(response, rates, closed, asked, start)
    if (!impulses) return false
    free.contacts!.strike(impulses)
    let d = 0
    for (const meeting of closed) {
      meeting.normal = impulses[d++] / duration
      meeting.tangential = impulses[d++] / duration
      if (meeting.alongSide) meeting.sideways = impulses[d++] / duration
    }
    return true
  }

  /** What stands still at the present rates holds as long as static friction does. */
  private askAll(): Asked[] {
    const { forces, mechanism } = this
    return forces.closed.map(({ law, slip }) => {
      const isStill = Math.abs(slip) < SLOW_SLIP * mechanism.size
      return { coefficient: isStill ? law.staticFriction : law.kineticFriction, slides: null, least: 0 }
    })
  }

  /** Takes overlaps out of positions, which may bring together what is near. */
  private pushApart(free: FreeEquations, time: number, near: Near): boolean {
    const { forces, mechanism, pairs } = this
    this.seen = null
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const ahead = { gap: AHEAD * near.gap, turn: AHEAD * near.turn }
      const meetings = touchingAt(pairs, free.state, ahead.gap, ahead.turn)
      forces.closed = meetings.filter(({ gap }) => gap < near.gap)
      this.seen = { time, near: ahead, meetings }
      if (!forces.closed.some(({ gap }) => gap < -DRIFT * mechanism.size)) return true
      if (!free.contacts!.read(time)) return false
      const { closed, response } = forces
      const gaps = Float64Array.from(closed.flatMap((meeting) => along(meeting, meeting.gap, 0, 0)))
      const moves = impulsesOf(response, gaps, closed, closed.map(smooth))
      if (!moves) return true
      free.contacts!.move(moves, time)
      this.seen = null
    }
    return true
  }
}

/** Null where none fit. Few contacts of outlines are solved as a whole. */
function impulsesOf(
  response: ContactResponse,
  rates: Float64Array,
  meetings: readonly Meeting[],
  asked: readonly Asked[],
  near?: Float64Array,
): Float64Array | null {
  const isWhole = meetings.length <= MOST_AS_A_WHOLE && meetings.every(({ alongSide }) => !alongSide)
  if (isWhole) return choose(response, rates, asked)?.forces ?? null
  const swept = asked.map(({ coefficient }, k) => ({
    coefficient,
    tangents: meetings[k].wrenches.length - 1,
  }))
  return sweep(response, rates, swept, near)
}

const smooth = (): Asked => ({ coefficient: 0, slides: 0, least: 0 })

/** Values along the directions that a meeting has. */
const along = ({ alongSide }: Meeting, normal: number, tangent: number, side: number): number[] =>
  alongSide ? [normal, tangent, side] : [normal, tangent]

/** Rates of a blow at the start of a step: how fast it opens beyond what it may, as what there is of a gap, or a bounce, allow; and how fast it slides. */
const struckIn =
  (duration: number): After =>
  (meeting) => {
    const { gap, gapRate, gapChange, slipRate, sideRate, law } = meeting
    const back = -law.restitution * gapRate
    const meets = gap + duration * gapRate < 0
    const bounces = meets && 2 * back > STEPS_OF_FLIGHT * CROWDED_STEP * Math.abs(gapChange)
    return along(meeting, gapRate + (bounces ? -back : Math.max(0, gap / duration)), slipRate, sideRate)
  }

/**
 * Rates at the middle of a step, where half of what acts has changed them: with these the gap is none at its end, and what sticks stays
 * where it is. Overlaps from before are left to be pushed apart.
 * @param before rates before that
 */
function atMiddle(meeting: Meeting, before: readonly number[], duration: number): number[] {
  const { gap, gapChange, slipChange, sideChange } = meeting
  const changes = along(meeting, gapChange, slipChange, sideChange)
  return ratesOf(meeting).map((rate, d) => {
    const kicked = rate - before[d]
    // what comes of going on evenly, since the place wanders and the directions turn
    const bend = duration * changes[d] - 2 * kicked
    if (d > 0) return rate + kicked + bend / 2
    return rate + kicked + bend / 4 + Math.max((2 * gap) / duration, -Math.abs(bend) / 4)
  })
}

const ratesOf = (meeting: Meeting): number[] =>
  along(meeting, meeting.gapRate, meeting.slipRate, meeting.sideRate)

function speedsOf({ twist }: MotionState, size: number): Speeds {
  let [fastest, turning] = [0, 0]
  for (let v = 0; v < twist.length; v += 6) {
    const turn = Math.hypot(twist[v], twist[v + 1], twist[v + 2])
    turning = Math.max(turning, turn)
    fastest = Math.max(fastest, size * turn + Math.hypot(twist[v + 3], twist[v + 4], twist[v + 5]))
  }
  return { fastest, turning }
}

/** What may come to touch in a step. @param size [m] */
const nearIn = (duration: number, { fastest, turning }: Speeds, size: number): Near => ({
  gap: TOUCHES * size + duration * fastest,
  turn: 2 * duration * turning,
})
