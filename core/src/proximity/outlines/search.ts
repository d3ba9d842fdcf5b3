/** All places where two outlines come nearest to each other or overlap, found anew for a lie of B in the plane of A. */
import { areNear, mayFace, shareUnder } from './facing'
import { areWithin, isGenuine } from './genuine'
import { ROUND_TURN } from './outline'
import type { Outline, Stretch } from './outline'
import { FRAME, ORIGIN } from '../../maths/frame'
import type { Lie, PlaceFinder } from '../place'
import { areOnePlace, haveNormal, Touch } from './touch'
import { SAME_PLACE } from '../tolerances'

/** Places of one contact, as a share of the smaller outline [-]. */
const SAME = 1e-3

/** The deepest overlap that is sought, as a share of the smaller outline [-]. */
const DEEPEST = 0.25
/** By which a side may be turned away from a corner that it nearly lies on: it touches both its corners alike in the next moment [rad]. */
const TILT = 1e-3
/** Plates that share less of their heights lie beside each other [m]. */
const HEIGHT = 1e-7
/** Where a lie has how far B is along the axis of A [m]. */
const ALONG = 4

/** Finds the touches of two outlines. */
export class TouchFinder implements PlaceFinder<Touch> {
  readonly smaller: number
  readonly larger: number
  readonly thickness: number
  readonly liesFlat: boolean
  readonly uneven = 0
  /** Whether they never touch in more than one place. */
  private readonly touchOnce: boolean
  private readonly probe: Touch
  /** How far B reaches from its origin [m]. */
  private readonly radius: number
  /** Centres of the circles around the stretches of B, in the plane of A. */
  private readonly centres: Float64Array

  constructor(
    readonly a: Outline,
    readonly b: Outline,
  ) {
    this.probe = new Touch(a, b, 0, 0)
    this.radius = Math.hypot(b.around.x, b.around.y) + b.around.radius
    this.centres = new Float64Array(2 * b.stretches.length)
    this.smaller = Math.min(a.size, b.size)
    this.larger = Math.max(a.size, b.size)
    this.thickness = Math.min(a.thickness, b.thickness)
    this.liesFlat = !a.isOval && !b.isOval
    this.touchOnce = a.isConvex && b.isConvex && !this.liesFlat
  }

  /** Origin x y [m], cosine and sine of the turn, of which what is round takes no notice, and how far along the axis [m]. */
  writeLie(f: Float64Array, lie: Lie): void {
    const o = FRAME + ORIGIN
    const dx = f[o] - f[ORIGIN]
    const dy = f[o + 1] - f[ORIGIN + 1]
    const dz = f[o + 2] - f[ORIGIN + 2]
    lie[0] = f[0] * dx + f[1] * dy + f[2] * dz
    lie[1] = f[3] * dx + f[4] * dy + f[5] * dz
    lie[2] = this.b.isRound ? ROUND_TURN[0] : f[0] * f[FRAME] + f[1] * f[FRAME + 1] + f[2] * f[FRAME + 2]
    lie[3] = this.b.isRound ? ROUND_TURN[1] : f[3] * f[FRAME] + f[4] * f[FRAME + 1] + f[5] * f[FRAME + 2]
    lie[ALONG] = f[6] * dx + f[7] * dy + f[8] * dz
  }

  areBeside(lie: Lie): boolean {
    const { a, b } = this
    return a.bottom >= lie[ALONG] + b.top - HEIGHT || lie[ALONG] + b.bottom >= a.top - HEIGHT
  }

  nearest(lie: Lie, most: number, known: readonly Touch[]): number {
    const { probe } = this
    let least = this.cornersApart(lie, most)
    if (this.touchOnce && known.length > 0) return least
    let within = -Infinity
    this.visit(lie, -DEEPEST * this.smaller, most, known, 0, () => {
      if (probe.gap >= least || this.isKnown(probe, known)) return
      if (isGenuine(probe, lie)) least = probe.gap
      else if (isGenuine(probe, lie, 0)) within = Math.max(within, probe.gap)
    })
    return known.length === 0 && least >= 0 && within > -Infinity ? within : least
  }

  overlaps(lie: Lie, depth: number, _: number, known: readonly Touch[]): Touch[] {
    return this.others(lie, -depth, known)
  }

  around(lie: Lie, reach: number, known: readonly Touch[]): Touch[] {
    return this.touches(lie, -reach, reach, known)
  }

  /** Touches go on by themselves as far as outlines do. */
  next(): null {
    return null
  }

  touching(lie: Lie, most: number, turn = 0): Touch[] {
    return this.touches(lie, -DEEPEST * this.smaller, most, [], TILT + turn)
  }

  closest(lie: Lie, out: Float64Array): number | null {
    const [touch] = this.touches(lie, -this.smaller / 2, this.smaller + this.larger)
    if (!touch) return null
    const { seen, onA, gap } = touch
    const height = this.height(lie)
    out.set([seen[0] - gap * onA[2], seen[1] - gap * onA[3], height, seen[0], seen[1], height])
    return gap
  }

  /** Both outlines, closed, at a height that they share. */
  lines(lie: Lie): Float64Array[] {
    const { a, b } = this
    const z = this.height(lie)
    const [x, y, c, s] = lie
    const drawn = (ring: Float64Array, place: (u: number, v: number) => readonly [number, number]) => {
      const n = ring.length / 2
      const points = Array.from({ length: n + 1 }, (_, k) => place(ring[2 * (k % n)], ring[2 * (k % n) + 1]))
      return Float64Array.from(points.flatMap(([u, v]) => [u, v, z]))
    }
    return [
      ...a.rings.map((ring) => drawn(ring, (u, v) => [u, v])),
      ...b.rings.map((ring) => drawn(ring, (u, v) => [x + c * u - s * v, y + s * u + c * v])),
    ]
  }

  /** The middle of what both share along the axis of A [m]. */
  private height(lie: Lie): number {
    const { a, b } = this
    const along = lie[ALONG]
    return (Math.max(a.bottom, along + b.bottom) + Math.min(a.top, along + b.top)) / 2
  }

  areOne(one: Touch, other: Touch, apart: number): boolean {
    return areOnePlace(one, other, apart)
  }

  /** Touches up to a gap in other places than those that are known, and may have gone on to the next stretch. */
  private others(lie: Lie, most: number, known: readonly Touch[]): Touch[] {
    if (this.touchOnce && known.length > 0) return []
    const touches = this.touches(lie, -DEEPEST * this.smaller, most, known)
    if (known.length === 0 || touches.length === 0) return touches
    return touches.filter((touch) => !this.isKnown(touch, known))
  }

  private isKnown(touch: Touch, known: readonly Touch[]): boolean {
    return known.some((one) => areOnePlace(one, touch, SAME * this.smaller))
  }

  /** How far any place of B moves between two lies, at most [m]. */
  travel(from: Lie, to: Lie): number {
    const turn = Math.hypot(to[2] - from[2], to[3] - from[3])
    return Math.hypot(to[0] - from[0], to[1] - from[1]) + turn * this.radius
  }

  /**
   * The touches with a gap between two bounds, those that overlap most first.
   * @param least what overlaps deeper is not found [m]
   * @param most [m]
   * @param known touches on whose stretches none is sought
   * @param tilt by which a side may be turned away from a corner that it nearly lies on [rad]
   */
  touches(lie: Lie, least: number, most: number, known: readonly Touch[] = [], tilt = 0): Touch[] {
    const { probe } = this
    const found: Touch[] = []
    /** Of what overlaps by places that have a shorter way out, that which overlaps least. */
    let within: Touch | null = null
    this.visit(lie, least, most, known, tilt, () => {
      if (isGenuine(probe, lie)) this.add(found, lie)
      else if (!(within && within.gap > probe.gap) && isGenuine(probe, lie, 0)) within = probe.copy()
      if (within && !within.isFound) within.find(lie)
    })
    // near a sharp corner there may be a shorter way out for a place, though not for the body; what touches already tells the rest
    if (within && known.length === 0 && found.every(({ gap }) => gap >= 0)) found.push(within)
    return found.length > 1 ? found.sort((one, other) => one.gap - other.gap) : found
  }

  /** Lets the probe find touches one after the other, and some of them twice; see `touches`. */
  private visit(
    lie: Lie,
    least: number,
    most: number,
    known: readonly Touch[],
    tilt: number,
    take: () => void,
  ): void {
    const { a, b, probe, centres } = this
    const reach = Math.max(-least, most)
    const x = lie[0]
    const y = lie[1]
    const c = lie[2]
    const s = lie[3]
    const whole = b.around
    const wholeX = x + c * whole.x - s * whole.y
    const wholeY = y + s * whole.x + c * whole.y
    if (!areNear(a.around, wholeX, wholeY, whole.radius + reach)) return
    for (let j = 0; j < b.stretches.length; j++) {
      const { around } = b.stretches[j]
      centres[2 * j] = x + c * around.x - s * around.y
      centres[2 * j + 1] = y + s * around.x + c * around.y
    }
    const turned = Math.atan2(s, c)
    for (let i = 0; i < a.stretches.length; i++) {
      const onA = a.stretches[i]
      if (!areNear(onA.around, wholeX, wholeY, whole.radius + reach)) continue
      for (let j = 0; j < b.stretches.length; j++) {
        const onB = b.stretches[j]
        if (!areNear(onA.around, centres[2 * j], centres[2 * j + 1], onB.around.radius + reach)) continue
        if (!haveNormal(onA, onB) || !mayFace(onA, onB, turned)) continue
        if (known.length > 0 && this.isOfKnown(known, i, j)) continue
        const { middle } = onB
        let share = 0.5
        if (middle) {
          share = shareUnder(onA, x + c * middle.x - s * middle.y, y + s * middle.x + c * middle.y)
          if (share < 0) continue
        }
        probe.begin(i, j, share)
        probe.find(lie, false)
        if (!probe.isFound || !(probe.determinant > 0)) continue
        if (probe.beyond > IN && !probe.isWithin(IN, tilt)) continue
        if (probe.gap >= least && probe.gap <= most) take()
      }
    }
  }

  /** Whether a touch that is known is on two stretches, or the only one on that of A. */
  private isOfKnown(known: readonly Touch[], i: number, j: number): boolean {
    for (let k = 0; k < known.length; k++) {
      const { stretchA, stretchB } = known[k]
      if (stretchA === i && (stretchB === j || this.touchesOnce(this.a.stretches[i]))) return true
    }
    return false
  }

  /** Whether B touches a stretch in one place at most: a circle that fits into its hollows. */
  private touchesOnce({ ends }: Stretch): boolean {
    const { b } = this
    return b.isRound && (!ends || ends.hollow * b.around.radius < 1)
  }

  /** The least distance between corners of both up to a bound: where two corners are nearest to each other they do not touch, but may soon. */
  private cornersApart([x, y, c, s]: Lie, most: number): number {
    const { a, b } = this
    let least = most * most
    for (let j = 0; j < b.corners.length; j++) {
      const { x: bx, y: by } = b.corners[j]
      const px = x + c * bx - s * by
      const py = y + s * bx + c * by
      for (let i = 0; i < a.corners.length; i++) {
        const dx = px - a.corners[i].x
        const dy = py - a.corners[i].y
        const square = dx * dx + dy * dy
        if (square < least) least = square
      }
    }
    return Math.sqrt(least)
  }

  areDeep(lie: Lie): boolean {
    return this.touches(lie, -this.smaller / 2, 0).length === 0 && areWithin(this.a, this.b, lie)
  }

  /** Adds the probe, unless it was found at the end of a neighbouring stretch. */
  private add(found: Touch[], lie: Lie): void {
    const { probe } = this
    const same = SAME_PLACE * this.larger
    if (found.some((other) => areSame(other, probe, same))) return
    const touch = probe.copy()
    touch.find(lie)
    found.push(touch)
  }
}

/** How far beyond the ends of its stretches a place may lie, as a share of them [-]. */
const IN = 1e-9

const areSame = (one: Touch, other: Touch, slack: number): boolean =>
  Math.hypot(one.onA[0] - other.onA[0], one.onA[1] - other.onA[1]) < slack &&
  Math.hypot(one.onB[0] - other.onB[0], one.onB[1] - other.onB[1]) < slack
