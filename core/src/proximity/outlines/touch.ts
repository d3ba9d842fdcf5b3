/**
 * Where two outlines come nearest to each other, or overlap least, in one place: the gap between a stretch of A and one of B
 * along their common normal, as a function of how B lies in the plane of A. It goes along with the motion, from one stretch to
 * the next where the outline goes on smoothly.
 *
 * With r from the place on A to that on B, n the normal of A and t along it, the places are those with t r = 0 and opposite normals.
 * The gap n r changes with B as if both places were fixed; how they wander gives its second derivatives.
 * Source: Pfeiffer & Glocker, Multibody Dynamics with Unilateral Contacts, section 4.2 (plane contact of two contours).
 */
import type { ScalarFunction } from '../../maths/scalar-functions'
import { MOST_PARTS } from '../../maths/scalar-functions'
import type { Lie, Place } from '../place'
import { ON_END, SETTLED } from '../tolerances'
import { PLACE, placeOn } from './outline'
import type { Outline, Stretch } from './outline'

const MOST_STEPS = 60
/** Steps in which a touch is followed that was lost in one. */
const SMALL_STEPS = 16
const between = new Float64Array(MOST_PARTS)
const places = new Float64Array(2)
/** Stretches that a place may go along for one lie. */
const MOST_MOVES = 40

const along = new Float64Array(MOST_PARTS)
const angle = new Float64Array(MOST_PARTS)
const slope = new Float64Array(MOST_PARTS)

/** A lie begins with where the origin of B is in the plane of A, x y [m], and cosine and sine of its turn. */
export class Touch implements ScalarFunction, Place {
  /** Signed, negative where they overlap [m]. */
  gap = 0
  /** How far the places lie beyond the ends of their stretches, as shares of them; 0 within. */
  beyond = 0
  /** Whether the places were found. */
  isFound = false
  /** Places on A in its plane, and on B in its own one: see `placeOn`. */
  readonly onA = new Float64Array(PLACE)
  readonly onB = new Float64Array(PLACE)
  /** The place on B and its normal in the plane of A. */
  readonly seen = new Float64Array(4)
  /** The determinant of its equations: positive where gaps grow to both sides of the place [m]. */
  determinant = 0
  /** Derivatives at the lie, once they are asked for. */
  private readonly slopes = new Float64Array(MOST_PARTS)
  private readonly bends = new Float64Array(MOST_PARTS * MOST_PARTS)
  private isDerived = false
  private readonly lie = Float64Array.of(Number.NaN, 0, 0, 0)
  /** Where it was kept last: from there places are sought that are far from those found last. */
  private anchor: readonly [number, number, number, number]
  private readonly anchorLie = Float64Array.of(Number.NaN, 0, 0, 0)

  constructor(
    readonly a: Outline,
    readonly b: Outline,
    /** Stretches by index, with the parameters of the places. */
    public stretchA: number,
    public stretchB: number,
    public u = middle(a.stretches[stretchA]),
    public v = middle(b.stretches[stretchB]),
  ) {
    this.anchor = [stretchA, stretchB, u, v]
  }

  /** From here on places are sought from those found last: they are right. */
  keep(): void {
    this.anchor = [this.stretchA, this.stretchB, this.u, this.v]
    this.anchorLie.set(this.lie)
  }

  /** Begins anew on two stretches. @param share how far along the one of A */
  begin(stretchA: number, stretchB: number, share = 0.5): void {
    this.stretchA = stretchA
    this.stretchB = stretchB
    const { from, to } = this.a.stretches[stretchA]
    this.u = from + share * (to - from)
    this.v = middle(this.b.stretches[stretchB])
    this.lie[0] = Number.NaN
  }

  /** Another one that begins in the same place. */
  copy(): Touch {
    return new Touch(this.a, this.b, this.stretchA, this.stretchB, this.u, this.v)
  }

  value(lie: Lie): number {
    this.find(lie)
    return this.gap
  }

  writePoint(f: Float64Array, out: Float64Array, at = 0): void {
    const { seen } = this
    for (let k = 0; k < 3; k++) out[at + k] = f[9 + k] + f[k] * seen[0] + f[3 + k] * seen[1]
  }

  writeNormal(f: Float64Array, out: Float64Array, at = 0): void {
    const { onA } = this
    for (let k = 0; k < 3; k++) out[at + k] = f[k] * onA[2] + f[3 + k] * onA[3]
  }

  derive(lie: Lie, _: number, gradient: Float64Array, curvature: Float64Array): void {
    this.find(lie)
    if (!this.isDerived) this.deriveHere(lie)
    for (let k = 0; k < MOST_PARTS; k++) gradient[k] = this.slopes[k]
    for (let k = 0; k < MOST_PARTS * MOST_PARTS; k++) curvature[k] = this.bends[k]
  }

  private deriveHere(lie: Lie): void {
    const { onA, onB, slopes, bends } = this
    this.isDerived = true
    const c = lie[2]
    const s = lie[3]
    const nx = onA[2]
    const ny = onA[3]
    const bx = onB[0]
    const by = onB[1]
    slopes[0] = nx
    slopes[1] = ny
    slopes[2] = nx * bx + ny * by
    slopes[3] = ny * bx - nx * by
    // how the place on B goes with the parts, along the tangent
    along[0] = -ny
    along[1] = nx
    along[2] = nx * by - ny * bx
    along[3] = slopes[2]
    const square = c * c + s * s
    angle[2] = -s / square
    angle[3] = c / square
    const turningA = onA[5]
    const speedB = onB[4]
    // the tangent of B in its own plane
    const sx = -onB[3]
    const sy = onB[2]
    slope[2] = speedB * (nx * sx + ny * sy)
    slope[3] = speedB * (ny * sx - nx * sy)
    for (let j = 0; j < MOST_PARTS; j++) {
      this.wander(along[j], angle[j], places)
      const u = places[0]
      const v = places[1]
      for (let i = 0; i < MOST_PARTS; i++) bends[MOST_PARTS * i + j] = turningA * u * along[i] + slope[i] * v
    }
  }

  /**
   * How far both places go along their stretches, by their parameters, when B moves along the tangent of A and turns.
   * @param beside [m], or [m/s] for rates
   * @param turned [rad]
   * @returns the determinant of the equations of the places
   */
  wander(beside: number, turned: number, out: Float64Array): number {
    const { onA, onB, seen, gap } = this
    const reach = onA[4] + onA[5] * gap
    const opposite = onB[4] * (onA[3] * seen[3] + onA[2] * seen[2])
    const determinant = -reach * onB[5] + opposite * onA[5]
    out[0] = -(beside * onB[5] - opposite * turned) / determinant
    out[1] = -(-reach * turned + onA[5] * beside) / determinant
    return determinant
  }

  private isAt(lie: Lie): boolean {
    const known = this.lie
    return known[0] === lie[0] && known[1] === lie[1] && known[2] === lie[2] && known[3] === lie[3]
  }

  /** Not known. */
  third(): number {
    return Number.NaN
  }

  /**
   * Finds both places for a lie, beginning where they were found last.
   * @param roams goes on to the stretches beside its own; else it is given up where the places are far from its own
   */
  find(lie: Lie, roams = true): void {
    if (this.isAt(lie)) return
    this.isDerived = false
    const known = this.lie
    // what was tried far away may have led astray
    if (roams && !(this.isFound && isNear(known, lie, Math.min(this.a.size, this.b.size))))
      [this.stretchA, this.stretchB, this.u, this.v] = this.anchor
    this.seek(lie, roams)
    // on the far side of both, as far away from each other as can be
    if (roams && this.anchorLie[0] === this.anchorLie[0] && !(this.isFound && this.determinant > 0))
      this.follow(lie)
    this.beyond = this.farBeyond()
  }

  /** Goes from where it was kept last to a lie in small steps. */
  private follow(lie: Lie): void {
    const from = this.anchorLie
    const turn = Math.atan2(from[2] * lie[3] - from[3] * lie[2], from[2] * lie[2] + from[3] * lie[3])
    const start = Math.atan2(from[3], from[2])
    ;[this.stretchA, this.stretchB, this.u, this.v] = this.anchor
    for (let k = 1; k < SMALL_STEPS; k++) {
      const share = k / SMALL_STEPS
      between[0] = from[0] + share * (lie[0] - from[0])
      between[1] = from[1] + share * (lie[1] - from[1])
      between[2] = Math.cos(start + share * turn)
      between[3] = Math.sin(start + share * turn)
      this.seek(between, true)
    }
    this.seek(lie, true)
  }

  private seek(lie: Lie, roams: boolean): void {
    const known = this.lie
    for (let k = 0; k < MOST_PARTS; k++) known[k] = lie[k]
    this.isFound = false
    let moves = 0
    for (let k = 0; k < MOST_STEPS; k++) {
      const size = this.step(lie)
      if (roams && moves < MOST_MOVES && this.goOn()) {
        moves++
        continue
      }
      if (!roams && k > 0 && this.farBeyond() > 1) break
      if (!(size < SETTLED)) continue
      this.isFound = true
      break
    }
    if (this.isFound || roams) this.place(lie)
  }

  /** Whether places lie within their stretches: on sides up to a share of them, on corners up to an angle [rad] besides. */
  isWithin(share: number, tilt: number): boolean {
    const { a, b, stretchA, stretchB, u, v } = this
    return isOn(a.stretches[stretchA], u, share, tilt) && isOn(b.stretches[stretchB], v, share, tilt)
  }

  private farBeyond(): number {
    const { a, b, stretchA, stretchB, u, v } = this
    return Math.max(beyondOf(a.stretches[stretchA], u), beyondOf(b.stretches[stretchB], v))
  }

  /** Both places at the present parameters. */
  private place(lie: Lie): void {
    const { a, b, onA, onB, seen } = this
    placeOn(a.stretches[this.stretchA], this.u, onA)
    placeOn(b.stretches[this.stretchB], this.v, onB)
    const c = lie[2]
    const s = lie[3]
    seen[0] = lie[0] + c * onB[0] - s * onB[1]
    seen[1] = lie[1] + s * onB[0] + c * onB[1]
    seen[2] = c * onB[2] - s * onB[3]
    seen[3] = s * onB[2] + c * onB[3]
    this.gap = onA[2] * (seen[0] - onA[0]) + onA[3] * (seen[1] - onA[1])
  }

  /** One step of Newton's method. Returns how far it went, as a share of the stretches. */
  private step(lie: Lie): number {
    this.place(lie)
    const { onA, seen } = this
    const nx = onA[2]
    const ny = onA[3]
    const beside = -ny * (seen[0] - onA[0]) + nx * (seen[1] - onA[1])
    // by which the normals are not opposite
    const tilt = Math.atan2(-nx * seen[3] + ny * seen[2], -nx * seen[2] - ny * seen[3])
    this.determinant = -this.wander(beside, tilt, places)
    const du = places[0]
    const dv = places[1]
    if (!Number.isFinite(du) || !Number.isFinite(dv)) return Infinity
    const longA = lengthOf(this.a.stretches[this.stretchA])
    const longB = lengthOf(this.b.stretches[this.stretchB])
    const size = Math.max(Math.abs(du) / longA, Math.abs(dv) / longB)
    const share = size > 1 ? 1 / size : 1
    this.u += share * du
    this.v += share * dv
    return size
  }

  /** Goes on to a neighbour where a place has left its stretch. */
  private goOn(): boolean {
    const { a, b } = this
    const [onA, onB] = [a.stretches[this.stretchA], b.stretches[this.stretchB]]
    const sideA = sideOf(onA, this.u)
    const nextA = sideA === 0 ? -1 : sideA > 0 ? onA.after : onA.before
    if (nextA >= 0 && haveNormal(a.stretches[nextA], onB)) {
      this.u = sideA > 0 ? a.stretches[nextA].from : a.stretches[nextA].to
      this.stretchA = nextA
      return true
    }
    const sideB = sideOf(onB, this.v)
    const nextB = sideB === 0 ? -1 : sideB > 0 ? onB.after : onB.before
    if (nextB >= 0 && haveNormal(onA, b.stretches[nextB])) {
      this.v = sideB > 0 ? b.stretches[nextB].from : b.stretches[nextB].to
      this.stretchB = nextB
      return true
    }
    return false
  }
}

/** Lies nearer to each other than this have their places near each other, as a share of the smaller outline [-]. */
const NEAR = 0.01

const isNear = (one: Lie, other: Lie, size: number): boolean =>
  Math.abs(one[0] - other[0]) + Math.abs(one[1] - other[1]) < NEAR * size &&
  Math.abs(one[2] - other[2]) + Math.abs(one[3] - other[3]) < NEAR

const lengthOf = ({ from, to }: Stretch): number => to - from
const middle = ({ from, to }: Stretch): number => (from + to) / 2

/** At which end a place has left its stretch; 0 for none. */
function sideOf(stretch: Stretch, u: number): -1 | 0 | 1 {
  const slack = ON_END * lengthOf(stretch)
  if (u > stretch.to + slack) return 1
  return u < stretch.from - slack ? -1 : 0
}

const beyondOf = (stretch: Stretch, u: number): number =>
  Math.max(0, u - stretch.to, stretch.from - u) / lengthOf(stretch)

const isOn = (stretch: Stretch, u: number, share: number, tilt: number): boolean =>
  beyondOf(stretch, u) <= share + (stretch.piece ? 0 : tilt / lengthOf(stretch))

/** Cosine of the angle between the normals of one place [-]. */
const ALIKE = 0.99

/** Whether two touches of the same outlines are in one place; a tip in a corner touches both of its sides. @param apart as far as places of one may be [m] */
export const areOnePlace = ({ onA: one }: Touch, { onA: other }: Touch, apart: number): boolean =>
  Math.hypot(one[0] - other[0], one[1] - other[1]) < apart && one[2] * other[2] + one[3] * other[3] > ALIKE

/** Whether two stretches have one common normal: not two corners where they meet, nor two straight ones. */
export const haveNormal = (a: Stretch, b: Stretch): boolean =>
  (a.piece !== null || b.piece !== null) && (a.turn !== 0 || b.turn !== 0)
