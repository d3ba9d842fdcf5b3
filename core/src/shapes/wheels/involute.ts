/**
 * Involute gearing after ISO 21771, with the basic rack of ISO 53 (addendum 1, dedendum 1.25, root radius 0.38 modules):
 * tooth thickness, working pressure angle and centre distance, contact ratio, and the profile of a tooth with the fillet
 * that the rack cuts. Angles in rad, lengths in m.
 */
import type { Toothing } from '../transmission'
import type { Piece } from '../profiles/piece'
import { INVOLUTE, ON_FLANK, SAME_TEETH } from '../tolerances'

const ADDENDUM = 1
const DEDENDUM = 1.25
const ROOT_RADIUS = 0.38

/** inv(a) = tan a - a. */
const involute = (angle: number): number => Math.tan(angle) - angle

/** The angle whose involute function has the value, by Newton from the leading term of its series. */
function inverseInvolute(value: number): number {
  let angle = Math.min(1.2, Math.cbrt(3 * value))
  for (let i = 0; i < 40; i++) {
    const step = (involute(angle) - value) / Math.tan(angle) ** 2
    angle -= step
    if (Math.abs(step) < INVOLUTE) break
  }
  return angle
}

export interface Radii {
  readonly pitch: number
  readonly base: number
  readonly tip: number
  readonly root: number
}

export function gearRadii({ module: m, teeth, pressureAngle, shift }: Toothing): Radii {
  const pitch = (m * teeth) / 2
  return {
    pitch,
    base: pitch * Math.cos(pressureAngle),
    tip: pitch + m * (ADDENDUM + shift),
    root: pitch - m * (DEDENDUM - shift),
  }
}

/** Of the teeth of an internal gear, whose spaces are the teeth of an external one. */
export function internalRadii(toothing: Toothing): Radii {
  const { pitch, base } = gearRadii(toothing)
  const { module: m, shift } = toothing
  return { pitch, base, tip: pitch - m * (ADDENDUM - shift), root: pitch + m * (DEDENDUM + shift) }
}

/** Half the angle that a tooth takes at a radius (ISO 21771, 4.5.2); for an internal gear, half that of a space. */
export function halfToothAngle(
  { teeth, pressureAngle, shift }: Toothing,
  base: number,
  radius: number,
): number {
  return (
    (Math.PI / 2 + 2 * shift * Math.tan(pressureAngle)) / teeth +
    involute(pressureAngle) -
    involute(Math.acos(Math.min(1, base / radius)))
  )
}

/** Thickness of a tooth along the arc at a radius. */
export const toothThickness = (toothing: Toothing, radius: number): number =>
  2 * radius * halfToothAngle(toothing, gearRadii(toothing).base, radius)

export interface WorkingPair {
  readonly centreDistance: number
  readonly pressureAngle: number
  readonly contactRatio: number
}

/** Two gears without backlash (ISO 21771, 5.1 and 5.4.2); null when they cannot mesh. */
export function workingPair(a: Toothing, b: Toothing, internal: boolean): WorkingPair | null {
  if (
    Math.abs(a.module / b.module - 1) > SAME_TEETH ||
    Math.abs(a.pressureAngle - b.pressureAngle) > SAME_TEETH
  )
    return null
  const teeth = internal ? b.teeth - a.teeth : a.teeth + b.teeth
  if (teeth <= 0) return null
  const shifts = internal ? b.shift - a.shift : a.shift + b.shift
  const value = involute(a.pressureAngle) + (2 * Math.tan(a.pressureAngle) * shifts) / teeth
  if (value <= 0) return null
  const pressureAngle = inverseInvolute(value)
  const centreDistance = (((a.module * teeth) / 2) * Math.cos(a.pressureAngle)) / Math.cos(pressureAngle)
  const along = (r: number, base: number) => Math.sqrt(Math.max(0, r * r - base * base))
  const other = internal ? internalRadii(b) : gearRadii(b)
  const { tip, base } = gearRadii(a)
  const sign = internal ? -1 : 1
  const path =
    along(tip, base) + sign * (along(other.tip, other.base) - centreDistance * Math.sin(pressureAngle))
  return {
    centreDistance,
    pressureAngle,
    contactRatio: path / (Math.PI * a.module * Math.cos(a.pressureAngle)),
  }
}

/** Points (radius, half angle of the tooth) from the root to the tip. */
export type Flank = readonly (readonly [number, number])[]

const FLANK_STEPS = 14

/** The roll angle of the involute at a radius: tangent of its pressure angle. */
const rollAt = (base: number, r: number): number => Math.sqrt(Math.max(0, (r / base) ** 2 - 1))

/**
 * The involute of one side of a tooth about an angle, from one radius to another: its place is (base, base s), s the roll angle, turned
 * by what the half tooth on the base circle has left of s.
 * @param side 1: at the end of the tooth that comes later counter-clockwise
 */
export function involutePiece(
  toothing: Toothing,
  base: number,
  about: number,
  side: 1 | -1,
  [from, to]: readonly [number, number],
): Piece {
  const [first, last] = [from, to].map((r) => Math.max(LEAST_ROLL, rollAt(base, r)))
  const span = last - first
  const half = halfToothAngle(toothing, base, base)
  return {
    at(u, out) {
      const s = first + u * span
      const turn = half - s
      const [c, d] = [Math.cos(turn), Math.sin(turn)]
      // seen from the middle of the tooth; the other side is its mirror image
      const place = [base * (c - d * s), side * base * (d + c * s)]
      const slope = [c * base * s * span, side * d * base * s * span]
      const bend = [(c + d * s) * base * span * span, side * (d - c * s) * base * span * span]
      const [e, f] = [Math.cos(about), Math.sin(about)]
      ;[place, slope, bend].forEach(([x, y], k) => {
        out[2 * k] = e * x - f * y
        out[2 * k + 1] = f * x + e * y
      })
    },
    steps: () => FLANK_STEPS,
  }
}

/** An involute is not begun nearer to its cusp on the base circle than this roll angle [rad]. */
const LEAST_ROLL = 1e-4
const FILLET_STEPS = 8

export function externalFlank(toothing: Toothing): Flank {
  const { base, tip } = gearRadii(toothing)
  const kept = filletOf(toothing)
  const from = Math.max(base, kept[kept.length - 1][0])
  return [...kept, ...involuteFlank(toothing, base, from, tip)]
}

/** What lies below the involute. */
export function filletOf(toothing: Toothing): Flank {
  const { base } = gearRadii(toothing)
  const fillet = filletPoints(toothing)
  // the fillet ends where it meets the involute; below the base circle there is none
  const meets = fillet.findIndex(
    ([r, half]) => r > base && half > halfToothAngle(toothing, base, r) - ON_FLANK && r > fillet[0][0],
  )
  return meets < 0 ? fillet : fillet.slice(0, meets)
}

/** The involute between two radii, finer where it bends more. */
export function involuteFlank(
  toothing: Toothing,
  base: number,
  from: number,
  to: number,
): [number, number][] {
  const [a, b] = [rollAt(base, from), rollAt(base, to)]
  return Array.from({ length: FLANK_STEPS }, (_, i) => {
    const r = base * Math.sqrt(1 + (a + ((b - a) * (i + 1)) / FLANK_STEPS) ** 2)
    return [r, halfToothAngle(toothing, base, r)]
  })
}

/**
 * The trochoid that the round tip of the rack's tooth leaves in the gear, as far as the involute. At roll angle `roll` the
 * tip's centre is at (r + depth, side + r roll) before the pitch point (r, 0); the normal goes through both.
 */
function filletPoints({ module: m, teeth, pressureAngle, shift }: Toothing): [number, number][] {
  const r = (m * teeth) / 2
  const widest =
    ((Math.PI / 4 - DEDENDUM * Math.tan(pressureAngle)) * m) /
    (1 / Math.cos(pressureAngle) - Math.tan(pressureAngle))
  const rounding = Math.min(ROOT_RADIUS * m, widest)
  const depth = -(DEDENDUM - shift) * m + rounding
  const side =
    (Math.PI / 4) * m -
    (DEDENDUM * m - rounding) * Math.tan(pressureAngle) -
    rounding / Math.cos(pressureAngle)
  const first = -side / r
  const last = (-depth / Math.tan(pressureAngle) - side) / r
  return Array.from({ length: FILLET_STEPS + 1 }, (_, i) => {
    const roll = first + ((last - first) * i) / FILLET_STEPS
    const lateral = side + r * roll
    const distance = Math.hypot(depth, lateral)
    const x = r + depth + (rounding * depth) / distance
    const y = lateral + (rounding * lateral) / distance
    // seen from the gear, and from the middle of the tooth instead of the middle of the space
    const angle = Math.atan2(y, x) - roll
    return [Math.hypot(x, y), Math.PI / teeth - angle]
  })
}
