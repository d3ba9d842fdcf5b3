/**
 * The motion of every body as curves over continuous time, so that it can be asked at any instant without the solver: quintics
 * through position, velocity and acceleration of a point of the body and through its unit quaternion with two
 * derivatives, at the steps of the solver and as many instants between them as keep the curves on the motion.
 * Source: Hermite interpolation; quaternion rates by Shabana, Computational Dynamics, section 7.2.
 */
import { FRAME, ORIGIN, compose } from '../maths/frame'
import { readQuaternion } from '../maths/quaternion'
import type { Mechanism } from '../mechanism/compile'
import { pointMotion } from '../mechanism/point-motion'
import type { MotionState } from '../mechanism/state'
import type { EachStep } from './act'
import { ON_TRACK, SAME_INSTANT, STANDS } from './tolerances'

/** Numbers at an instant: position, velocity, acceleration of the point, then the quaternion and its derivatives. */
export const JET = 21
/** Coordinates of a curve: three of the point, four of the quaternion. */
const CURVES = 7
/** Halvings of a step at most. */
const DEEPEST = 10

export interface BodyTrack {
  /** Of the body whose point is followed. */
  readonly body: string
  /** The point, in the frame of the body [m]. */
  readonly point: readonly [number, number, number]
  /** Rising [s]; twice the same where a rate or an acceleration jumps. */
  readonly times: Float64Array
  /** 21 numbers an instant. */
  readonly jets: Float64Array
}

/** Where value, first and second derivative of each curve are within the numbers of an instant. */
const PLACES = Int32Array.from({ length: 3 * CURVES }, (_, k) => {
  const [curve, order] = [Math.floor(k / 3), k % 3]
  return curve < 3 ? 3 * order + curve : 9 + 4 * order + curve - 3
})

/** Records the tracks of all bodies while a scenario runs. */
export class TrackRecorder {
  private readonly lists: { times: number[]; jets: number[] }[]
  private readonly frame = new Float64Array(FRAME)
  private last = Number.NaN

  /** @param points of each body, in its frame [m] */
  constructor(
    private readonly mechanism: Mechanism,
    private readonly points: readonly (readonly [number, number, number])[],
  ) {
    this.lists = points.map(() => ({ times: [], jets: [] }))
  }

  readonly eachStep: EachStep = (state, time, isAnew, stateAt) => {
    const jets = this.jetsOf(state)
    if (isAnew) this.forgetAfter(time)
    else if (time <= this.last) return
    else if (this.refine(this.last, time, jets, stateAt, DEEPEST)) stateAt(time)
    this.add(time, jets)
    this.last = time
  }

  done(): BodyTrack[] {
    return this.lists.map(({ times, jets }, b) => ({
      body: this.mechanism.geometry.bodies[b].source.id,
      point: this.points[b],
      times: Float64Array.from(times),
      jets: Float64Array.from(jets),
    }))
  }

  /** Adds instants up to a time until the curves are on the motion in between; whether the motion was looked at. */
  private refine(
    from: number,
    to: number,
    jets: Float64Array,
    stateAt: (time: number) => MotionState,
    deepest: number,
  ): boolean {
    if (deepest === 0 || to - from <= SAME_INSTANT || this.allStand(jets)) return false
    const middle = (from + to) / 2
    const there = this.jetsOf(stateAt(middle))
    if (this.isOnTrack(to - from, jets, there)) return true
    this.refine(from, middle, there, stateAt, deepest - 1)
    this.add(middle, there)
    this.refine(middle, to, jets, stateAt, deepest - 1)
    return true
  }

  /**
   * Whether every body is at the middle where the curves from its last instant have it: a quintic is there at the mean of
   * both ends, and 5/32 of the difference of the rates and 1/64 of the sum of the accelerations further on.
   */
  private isOnTrack(h: number, after: Float64Array, there: Float64Array): boolean {
    const { lists, mechanism } = this
    for (let b = 0; b < lists.length; b++) {
      const { jets } = lists[b]
      const before = jets.length - JET
      const at = JET * b
      for (let curve = 0; curve < CURVES; curve++) {
        const x = PLACES[3 * curve]
        const v = PLACES[3 * curve + 1]
        const a = PLACES[3 * curve + 2]
        const value =
          (jets[before + x] + after[at + x]) / 2 +
          (5 / 32) * h * (jets[before + v] - after[at + v]) +
          ((h * h) / 64) * (jets[before + a] + after[at + a])
        const scale = curve < 3 ? mechanism.size : 1
        if (Math.abs(value - there[at + x]) > ON_TRACK * scale) return false
      }
    }
    return true
  }

  private allStand(jets: Float64Array): boolean {
    for (let b = 0; b < this.lists.length; b++) if (!this.stands(b, jets)) return false
    return true
  }

  /** Whether a body neither moves nor has moved since its last instant. */
  private stands(b: number, jets: Float64Array): boolean {
    const list = this.lists[b].jets
    const before = list.length - JET
    const { size } = this.mechanism
    for (let curve = 0; curve < CURVES; curve++) {
      const scale = STANDS * (curve < 3 ? size : 1)
      const x = PLACES[3 * curve]
      if (Math.abs(jets[JET * b + x] - list[before + x]) > scale) return false
      for (let order = 1; order <= 2; order++) {
        const place = PLACES[3 * curve + order]
        if (Math.abs(jets[JET * b + place]) > scale || Math.abs(list[before + place]) > scale) return false
      }
    }
    return true
  }

  private add(time: number, jets: Float64Array): void {
    this.lists.forEach((list, b) => {
      const count = list.times.length
      const rested = count >= 2 && this.stands(b, jets)
      // a body that stands still needs no instants in between
      if (rested && this.restedBefore(list.jets)) {
        list.times[count - 1] = time
        return
      }
      list.times.push(time)
      for (let k = 0; k < JET; k++) list.jets.push(jets[JET * b + k])
    })
  }

  /** Whether the last two instants of a body are one position at rest. */
  private restedBefore(jets: readonly number[]): boolean {
    const last = jets.length - JET
    for (let k = 0; k < JET; k++) {
      const isPlace = k < 3 || (k >= 9 && k < 13)
      const [before, now] = [jets[last - JET + k], jets[last + k]]
      if (isPlace ? Math.abs(before - now) > STANDS : Math.abs(before) > STANDS || Math.abs(now) > STANDS)
        return false
    }
    return true
  }

  private forgetAfter(time: number): void {
    for (const list of this.lists) {
      let count = list.times.length
      while (count > 0 && list.times[count - 1] > time + SAME_INSTANT) count--
      list.times.length = count
      list.jets.length = JET * count
    }
  }

  /** Positions and two derivatives of all bodies. */
  private jetsOf(state: MotionState): Float64Array {
    const { bodyLink, bodyFrame } = this.mechanism
    const { frame, points, lists } = this
    state.readMotion()
    const out = new Float64Array(JET * bodyLink.length)
    for (let b = 0; b < bodyLink.length; b++) {
      const at = JET * b
      compose(state.world, FRAME * bodyLink[b], bodyFrame, FRAME * b, frame, 0)
      const [x, y, z] = points[b]
      for (let k = 0; k < 3; k++)
        out[at + k] = frame[k] * x + frame[3 + k] * y + frame[6 + k] * z + frame[ORIGIN + k]
      pointMotion(state, bodyLink[b], out, at)
      readQuaternion(frame, 0, out, at + 9)
      const before = lists[b].jets
      const last = before.length - JET + 9
      if (last >= 0) {
        let along = 0
        for (let k = 0; k < 4; k++) along += before[last + k] * out[at + 9 + k]
        if (along < 0) for (let k = 9; k < 13; k++) out[at + k] *= -1
      }
      quaternionRates(state, 6 * bodyLink[b], out, at + 9)
    }
    return out
  }
}

/** Two derivatives of the quaternion out[at .. at+3] of what moves with the spatial motion at v. */
function quaternionRates(
  { twist: t, twistRate: a }: MotionState,
  v: number,
  out: Float64Array,
  at: number,
): void {
  halfProduct(t, v, out, at, out, at + 4)
  halfProduct(t, v, out, at + 4, out, at + 8)
  const [w, x, y, z] = [out[at + 8], out[at + 9], out[at + 10], out[at + 11]]
  halfProduct(a, v, out, at, out, at + 8)
  out[at + 8] += w
  out[at + 9] += x
  out[at + 10] += y
  out[at + 11] += z
}

/** Half of the product of a vector, as a quaternion without its first number, and a quaternion. */
function halfProduct(
  vector: Float64Array,
  v: number,
  q: Float64Array,
  i: number,
  out: Float64Array,
  o: number,
): void {
  const [a, b, c] = [vector[v] / 2, vector[v + 1] / 2, vector[v + 2] / 2]
  const [w, x, y, z] = [q[i], q[i + 1], q[i + 2], q[i + 3]]
  out[o] = -a * x - b * y - c * z
  out[o + 1] = a * w + b * z - c * y
  out[o + 2] = b * w + c * x - a * z
  out[o + 3] = c * w + a * y - b * x
}
