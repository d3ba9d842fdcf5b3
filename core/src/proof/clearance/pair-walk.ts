/**
 * Two bodies followed over a run: their smallest clearance, and every stretch in which they touch or overlap, between frames
 * too. From a known distance it goes on as far as the motion cannot have used up that distance (conservative
 * advancement), by bounds of the recorded motion; contacts are then closed in on.
 * Source: Mirtich, Impulse-based Dynamic Simulation (1996), section 2.3; Ericson, Real-Time Collision Detection, section 5.5.
 */
import { transformed } from '../../maths/frame'
import type { BodyMotion } from '../../motion/body-motion'
import { BodyDistance, leastOf } from '../../proximity/body-distance'
import { OverlapDepth } from '../../proximity/depth'
import type { Solid } from '../../proximity/solid'
import { TOUCHES } from '../../proximity/tolerances'
import { Approach } from './approach'
import { LEAST_GAIN, ON_CONTACT, SAME_TIME, SLACK } from './tolerances'

type Point = readonly [number, number, number]

/** Where two bodies are nearest. */
export interface Nearest {
  /** [m] */
  readonly distance: number
  /** [s] */
  readonly time: number
  /** On either body, in ground [m]. */
  readonly onA: Point
  readonly onB: Point
}

/** A stretch in which two bodies touch or overlap. */
export interface Contact {
  /** [s] */
  readonly from: number
  readonly to: number
  readonly kind: 'overlaps' | 'touches'
  /** How deep one stands in the other at most [m]; null where a surface is open. */
  readonly depth: number | null
  /** When and where that is [s], in ground [m]. */
  readonly time: number
  readonly at: Point
}

export interface PairCourse {
  /** Null where they never come nearer than what counts as near. */
  readonly nearest: Nearest | null
  readonly contacts: readonly Contact[]
  /** How far apart the instants lay at most that were looked at without proof of what is between [s]; 0 where all is proved. */
  readonly unproved: number
}

/** A body that moves. */
export interface Moving {
  readonly motion: BodyMotion
  readonly solid: Solid
  /** Of the ball about the point that its motion follows, in which it lies [m]. */
  readonly radius: number
}

export interface WalkSettings {
  /** Clearances beyond are not sought [m]. */
  readonly near: number
  /** What is no deeper touches [m]. */
  readonly touching: number
  /** While bodies stay in contact they are looked at this often [s]. */
  readonly interval: number
  /** Near bodies that do not approach are looked at no more often than this [s]. */
  readonly shortest: number
}

/** Halvings of a stretch for one instant. */
const HALVINGS = 44
/** Looks for the deepest place, and for the nearest one. */
const REFINEMENTS = 24

export class PairWalk {
  private readonly distance: BodyDistance
  private readonly depth: OverlapDepth | null
  private readonly approach: Approach
  private nearest: Nearest | null = null
  private readonly contacts: Contact[] = []
  private unproved = 0
  /** Distance at the instant that was looked at last, and how fast it changes [m/s]. */
  private apart = Infinity
  /** What the bodies are at least apart there [m]. */
  private atLeast = Infinity
  private rate = 0

  private readonly a: BodyMotion
  private readonly b: BodyMotion
  private readonly solidA: Solid
  private readonly solidB: Solid

  constructor(
    a: Moving,
    b: Moving,
    private readonly settings: WalkSettings,
  ) {
    this.a = a.motion
    this.b = b.motion
    this.solidA = a.solid
    this.solidB = b.solid
    const { solidA, solidB } = this
    this.distance = new BodyDistance(solidA.tree, solidB.tree)
    this.depth = solidA.isClosed && solidB.isClosed ? new OverlapDepth(solidA, solidB) : null
    this.approach = new Approach(this.a, this.b, a.radius, b.radius)
  }

  /** @param windows stretches to look at [s], in order */
  over(windows: readonly (readonly [number, number])[]): PairCourse {
    if (!this.solidA.tree.isEmpty && !this.solidB.tree.isEmpty)
      for (const [from, to] of windows) this.through(from, to)
    if (this.nearest && this.nearest.distance > 0) this.refineNearest(windows)
    return { nearest: this.nearest, contacts: this.contacts, unproved: this.unproved }
  }

  private through(from: number, end: number): void {
    let time = from
    let before = from
    this.look(time)
    if (this.apart > TOUCHES && this.isInside()) time = this.inContact(from, from, end)
    while (time < end) {
      if (this.apart <= TOUCHES) {
        time = this.inContact(before, time, end)
        before = time
        continue
      }
      before = time
      time = this.next(time, end)
      this.look(time)
    }
    if (this.apart <= TOUCHES && before < time) this.inContact(before, time, end)
  }

  /** Distances below which it is worth looking [m]. */
  private get floor(): number {
    const { near } = this.settings
    return Math.min(near, this.nearest?.distance ?? near)
  }

  /** The latest instant up to which nothing can have happened, or a short one on. */
  private next(time: number, end: number): number {
    const { shortest } = this.settings
    const { rate, approach, atLeast: apart, floor } = this
    const gain = Math.max(LEAST_GAIN.length, LEAST_GAIN.share * apart)
    const safe = approach.reach(time, end, Math.min(apart, Math.max(apart - floor, 0) + gain))
    // closing in takes what it takes; what glides past is looked at often, not for ever
    const closing = rate < 0 ? apart / (-2 * rate) : Infinity
    const least = Math.min(end, time + Math.min(shortest, closing))
    if (safe >= least) return safe
    this.unproved = Math.max(this.unproved, least - time)
    return least
  }

  /** Distance at an instant, how it changes, and whether it is the smallest so far. */
  private look(time: number, slack = SLACK): number {
    this.gap(time, slack)
    const { apart, settings, nearest } = this
    if (apart < Math.min(settings.near, nearest?.distance ?? Infinity)) this.nearest = this.place(time)
    return apart
  }

  private gap(time: number, slack = SLACK): number {
    const { a, b, distance, approach, settings, nearest } = this
    approach.stand(time)
    const boxes = distance.apart(a.frame, 0, b.frame, 0)
    const enough = Math.max(settings.near, nearest?.distance ?? 0)
    // far bodies are told apart by the boxes around them
    if (boxes > 2 * enough) {
      this.apart = this.atLeast = boxes
      this.rate = 0
      return boxes
    }
    const { floor, apart } = this
    // half of what was left is enough to go on for a while
    const half = slack > 0 && apart > floor && apart < Infinity ? (floor + apart) / 2 : Infinity
    this.apart = distance.measure(a.frame, 0, b.frame, 0, slack, half)
    this.atLeast = Math.min(leastOf(this.apart, slack), half)
    this.rate = approach.rate(distance.onA, distance.onB, this.apart)
    return this.apart
  }

  private place(time: number): Nearest {
    const { a, b, distance } = this
    return {
      distance: this.apart <= TOUCHES ? 0 : this.apart,
      time,
      onA: transformed(a.frame, distance.onA),
      onB: transformed(b.frame, distance.onB),
    }
  }

  /** Whether one body stands wholly inside the other. */
  private isInside(): boolean {
    const { solidA, solidB, a, b } = this
    if (!this.depth) return false
    return holdsCorner(solidA, a.frame, solidB, b.frame) || holdsCorner(solidB, b.frame, solidA, a.frame)
  }

  /**
   * Follows a contact that was met at an instant, after one without; returns when it ends.
   * @param before an instant before without contact, or the same where it begins with one
   */
  private inContact(before: number, met: number, end: number): number {
    const { settings, approach } = this
    const isStart = before === met
    const from = isStart ? met : this.boundary(before, met, true)
    const follow = new Following(isStart || this.rate > -ON_CONTACT * approach.speed(from))
    this.sound(from, follow)
    let time = from
    let step = Math.min(
      settings.interval,
      Math.max(SAME_TIME, (2 * settings.touching) / approach.speed(from)),
    )
    let until = end
    while (time < end) {
      const next = Math.min(end, approach.isStill(time) ? approach.stretchEnd() : time + step)
      this.gap(next)
      if (this.apart > TOUCHES && !this.isInside()) {
        until = this.boundary(next, time, false)
        break
      }
      const was = follow.depth
      this.sound(next, follow)
      if (was <= settings.touching && follow.depth > settings.touching)
        follow.deepFrom = follow.isGliding ? this.deepBoundary(time, next) : from
      time = next
      step = Math.min(2 * step, settings.interval)
    }
    this.keep(from, until, follow)
    if (until >= end) return end
    // beyond the end of the contact, so that the walk does not meet it again
    const on = Math.min(end, until + Math.max(SAME_TIME, step / 1024))
    this.look(on)
    return this.apart <= TOUCHES ? this.leave(on, end) : on
  }

  /** The first instant behind a contact at which the bodies are apart again. */
  private leave(from: number, end: number): number {
    let step = SAME_TIME
    let time = from
    while (time < end && this.apart <= TOUCHES) {
      time = Math.min(end, time + step)
      this.look(time)
      step = Math.min(2 * step, this.settings.interval)
    }
    return time
  }

  private keep(from: number, to: number, follow: Following): void {
    const { touching } = this.settings
    const isDeep = this.depth === null || follow.depth > touching
    if (isDeep && this.depth) this.refineDeepest(from, to, follow)
    const deepest = Math.max(-1, ...this.contacts.map((known) => known.depth ?? 0))
    if (follow.depth > deepest) {
      this.gap(follow.time)
      this.nearest = { ...this.place(follow.time), distance: 0 }
    }
    this.contacts.push({
      from: isDeep ? (follow.deepFrom ?? from) : from,
      to,
      kind: isDeep ? 'overlaps' : 'touches',
      depth: this.depth ? follow.depth : null,
      time: follow.time,
      at: follow.at ?? this.nearest!.onA,
    })
  }

  /** Depth at an instant; the deepest is kept. */
  private sound(time: number, follow: Following): void {
    const { a, b, approach, depth, settings } = this
    if (Number.isNaN(follow.time)) follow.time = time
    if (!depth) return
    approach.stand(time)
    const found = depth.measure(a.frame, 0, b.frame, 0, Math.max(follow.depth, settings.touching))
    if (found.depth > follow.depth) follow.keep(found.depth, time, found.at)
  }

  private refineDeepest(from: number, to: number, follow: Following): void {
    let [low, high] = [
      Math.max(from, follow.time - this.settings.interval),
      Math.min(to, follow.time + this.settings.interval),
    ]
    for (let k = 0; k < REFINEMENTS && high - low > SAME_TIME; k++) {
      const before = follow.time
      this.sound((low + before) / 2, follow)
      if (follow.time === before) this.sound((high + before) / 2, follow)
      if (follow.time < before) high = before
      else if (follow.time > before) low = before
      else [low, high] = [(low + before) / 2, (high + before) / 2]
    }
  }

  /** Where the bodies come into contact or out of it, between an instant apart and one in contact [s]. */
  private boundary(apartAt: number, contactAt: number, keepsRate: boolean): number {
    let [free, held] = [apartAt, contactAt]
    let rate = this.rate
    for (let k = 0; k < HALVINGS && Math.abs(held - free) > SAME_TIME / 16; k++) {
      const middle = (free + held) / 2
      this.gap(middle)
      if (this.apart > TOUCHES && !this.isInside()) {
        free = middle
        rate = this.rate
      } else held = middle
    }
    if (keepsRate) this.rate = rate
    return held
  }

  /** Where the overlap becomes deeper than touching [s]. */
  private deepBoundary(shallowAt: number, deepAt: number): number {
    const { touching } = this.settings
    const { a, b, approach, depth } = this
    let [low, high] = [shallowAt, deepAt]
    for (let k = 0; k < HALVINGS && high - low > SAME_TIME; k++) {
      const middle = (low + high) / 2
      approach.stand(middle)
      if (depth!.measure(a.frame, 0, b.frame, 0, touching).depth > touching) high = middle
      else low = middle
    }
    return high
  }

  /** Closes in on the smallest distance by where it stops falling. */
  private refineNearest(windows: readonly (readonly [number, number])[]): void {
    const { time } = this.nearest!
    const window = windows.find(([from, to]) => time >= from && time <= to)!
    const { interval } = this.settings
    this.nearest = { ...this.nearest!, distance: Infinity }
    this.look(time, 0)
    let [low, high] = [Math.max(window[0], time - interval), Math.min(window[1], time + interval)]
    for (let k = 0; k < REFINEMENTS; k++) {
      const at = this.nearest!.time
      const isLow = high - at < at - low
      const middle = isLow ? (low + at) / 2 : (at + high) / 2
      this.look(middle, 0)
      if (this.nearest!.time === middle) [low, high] = isLow ? [low, at] : [at, high]
      else if (isLow) low = middle
      else high = middle
    }
  }
}

/** What is known of a contact that is being followed. */
class Following {
  depth = 0
  time = Number.NaN
  at: Point | null = null
  deepFrom: number | null = null

  constructor(
    /** Whether it began without closing in. */
    readonly isGliding: boolean,
  ) {}

  keep(depth: number, time: number, at: Point): void {
    this.depth = depth
    this.time = time
    this.at = at
  }
}

/** Whether the first corner of one body lies inside another. */
function holdsCorner(inner: Solid, a: Float64Array, outer: Solid, b: Float64Array): boolean {
  const [x, y, z] = transformed(a, inner.corners.subarray(0, 3))
  const d = [x - b[9], y - b[10], z - b[11]]
  const along = (k: number) => b[3 * k] * d[0] + b[3 * k + 1] * d[1] + b[3 * k + 2] * d[2]
  return outer.contains(along(0), along(1), along(2))
}
