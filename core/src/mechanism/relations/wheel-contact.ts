/**
 * Where two wheels touch, and which way they turn: pitch circles about parallel axes, pitch cones about axes that meet.
 * Source: Norton, Design of Machinery, chapter on gear trains (pitch circles, bevel gears and their pitch cones).
 */
import { ahead, cross, dot, norm, scaled, squareTo, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { formatQuantity } from '../../units/format'
import { MEETS, ON_AXIS } from '../tolerances'
import type { Contact } from './gearing'
import type { CarriedCoordinate } from './relation-type'

/** Two wheels by their axes, and what is known of their size. */
export interface WheelPair {
  readonly a: CarriedCoordinate
  readonly b: CarriedCoordinate
  /** Turns of a for one turn of b, above zero. */
  readonly ratio: number
  /** Pitch diameters [m], where they are given. */
  readonly diameters: readonly [number, number] | null
  /** Whether one wheel is inside the other. */
  readonly internal: boolean
}

export interface WheelContact {
  /** +1 when both turn the same way about their axes, -1 when against each other, as the axes point. */
  readonly sense: 1 | -1
  readonly contact: Contact | null
  readonly doubt: string | null
}

export function wheelContact(pair: WheelPair): WheelContact {
  const { a, b } = pair
  const across = cross(a.axis, b.axis)
  return norm(across) < CROSSES ? parallelWheels(pair) : bevelWheels(pair, across)
}

/** Sine of the angle above which axes are not parallel. */
const CROSSES = 1e-6

function parallelWheels({ a, b, ratio, diameters, internal }: WheelPair): WheelContact {
  const alike = dot(a.axis, b.axis) > 0 ? 1 : -1
  const sense = (internal ? alike : -alike) as 1 | -1
  const gap = squareTo(subtract(b.origin, a.origin), a.axis)
  const distance = norm(gap)
  if (distance < ON_AXIS) {
    return { sense, contact: null, doubt: 'Both wheels are on one axis, and touch nowhere' }
  }
  const unit = scaled(gap, 1 / distance)
  // without pitch diameters the centre distance and the ratio give them: r_a + r_b or |r_a - r_b|, r_b = i r_a
  const radiusA = diameters ? diameters[0] / 2 : distance / (internal ? Math.abs(ratio - 1) : 1 + ratio)
  const radiusB = diameters ? diameters[1] / 2 : ratio * radiusA
  if (!Number.isFinite(radiusA)) return { sense, contact: null, doubt: null }
  // inside a larger wheel the point lies beyond the smaller one's centre
  const sideA = internal && radiusA < radiusB ? -1 : 1
  const sideB = internal ? sideA : -1
  const points = [ahead(a.origin, unit, sideA * radiusA), ahead(b.origin, unit, sideB * radiusB)] as const
  const apart = Math.abs(distance - (internal ? Math.abs(radiusA - radiusB) : radiusA + radiusB))
  return {
    sense,
    contact: { points, direction: cross(a.axis, unit) },
    doubt:
      apart < MEETS
        ? null
        : `Its pitch circles miss each other by ${formatQuantity(apart, 'mm', 2)}; the centres are ${formatQuantity(distance, 'mm', 2)} apart`,
  }
}

function bevelWheels(pair: WheelPair, across: Vector): WheelContact {
  const { a, b, diameters, internal } = pair
  const alike = dot(a.axis, b.axis) < 0 ? -1 : 1
  const undecided = (doubt: string): WheelContact => ({
    sense: (internal ? alike : -alike) as 1 | -1,
    contact: null,
    doubt: `${doubt}; check its direction`,
  })
  const apex = meetingPoint(a, b, across)
  if (!apex) return undecided('The axes cross without meeting, so that its pitch cones do not meet')
  // both axes from the apex to their wheels
  const [fromA, fromB] = [a, b].map(({ origin, axis }) => dot(subtract(origin, apex), axis))
  if (Math.abs(fromA) < MEETS || Math.abs(fromB) < MEETS) {
    return undecided(
      'The place of a wheel is where both axes meet, which does not tell the side of its teeth',
    )
  }
  const [sideA, sideB] = [Math.sign(fromA), Math.sign(fromB)]
  const [outA, outB] = [scaled(a.axis, sideA), scaled(b.axis, sideB)]
  const sense = (-sideA * sideB * (internal ? -1 : 1)) as 1 | -1
  if (internal) return { sense, contact: null, doubt: null }
  const ratio = diameters ? diameters[1] / diameters[0] : pair.ratio
  const cosine = dot(outA, outB)
  const sine = Math.sqrt(1 - cosine * cosine)
  // half the angle of the first cone: tan = sin / (i + cos)
  const cone = Math.atan2(sine, ratio + cosine)
  const toB = scaled(squareTo(outB, outA), 1 / sine)
  const line: Vector = ahead(scaled(outA, Math.cos(cone)), toB, Math.sin(cone))
  const length = diameters ? diameters[0] / 2 / Math.sin(cone) : Math.abs(fromA) / Math.cos(cone)
  const point = ahead(apex, line, length)
  return { sense, contact: { points: [point, point], direction: cross(a.axis, toB) }, doubt: null }
}

/** Where two axes that are not parallel meet, or null when they pass each other. */
function meetingPoint(a: CarriedCoordinate, b: CarriedCoordinate, across: Vector): Vector | null {
  const gap = subtract(b.origin, a.origin)
  const squared = dot(across, across)
  if (Math.abs(dot(gap, across)) / Math.sqrt(squared) > MEETS) return null
  return ahead(a.origin, a.axis, dot(cross(gap, b.axis), across) / squared)
}
