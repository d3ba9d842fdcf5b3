/**
 * On which side of a wheel its rack or rail lies, and how far from the axis: from the pitch line of a rack, else from the
 * surface next to the rim, else from where the slide's datum is.
 */
import { axisOf, originOf } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { cross, dot, norm, scaled, squareTo, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { formatQuantity } from '../../units/format'
import { MEETS, ON_AXIS } from '../tolerances'
import type { CarriedCoordinate, BodyParts } from './relation-type'

export interface RollingSide {
  /** From the axis of the wheel to the contact, a unit vector square to axis and slide. */
  readonly towards: Vector
  /** Distance of the contact from the axis, as the other body has it [m]. */
  readonly distance: number
  /** False where they touch nowhere, so that nothing can slip. */
  readonly touches: boolean
  readonly doubt: string | null
}

/** A surface this much nearer or further than the rim, as share of the radius, is taken for what the wheel rolls on. */
const NEAR_RIM = 0.25

export function rollingSide(
  wheel: CarriedCoordinate,
  slide: CarriedCoordinate,
  radius: number,
  rail: BodyParts,
): RollingSide {
  const square = cross(slide.axis, wheel.axis)
  const length = norm(square)
  if (length < ON_AXIS) {
    return {
      towards: [0, 0, 0],
      distance: radius,
      touches: false,
      doubt: 'The slide is along the axis of the wheel, so that the wheel cannot roll on it',
    }
  }
  const up = scaled(square, 1 / length)
  const rack = rail.moving.find(({ transmission }) => transmission.kind === 'rack')
  if (rack) return onSide(up, -dot(heightOver(rack.frame, wheel.origin), up), radius, 'The pitch line')
  const solids = rail.triangles()
  const height = surfaceHeight(solids, wheel.origin, slide.axis, up, radius)
  if (height !== null) return onSide(up, height, radius, 'What it rolls on')
  // the datum of the slide says at least the side
  const datum = dot(squareTo(subtract(slide.origin, wheel.origin), slide.axis), up)
  const touchesNothing = 'The wheel touches nothing of the other body'
  if (Math.abs(datum) < MEETS) {
    return {
      towards: up,
      distance: radius,
      touches: false,
      doubt: `${touchesNothing}, and the datum of the slide is on its axis: which side it rolls on is undecided; check the direction`,
    }
  }
  // without shapes nothing speaks against a rail where it is
  const touches = solids.length === 0
  const doubt = touches ? null : `${touchesNothing}; the side is that of the slide’s datum`
  return { towards: scaled(up, Math.sign(datum)), distance: radius, touches, doubt }
}

function onSide(up: Vector, height: number, radius: number, what: string): RollingSide {
  const distance = Math.abs(height)
  const touches = Math.abs(distance - radius) < MEETS
  return {
    towards: scaled(up, Math.sign(height)),
    // surfaces are known to a few nanometres only
    distance: touches ? radius : distance,
    touches: true,
    doubt: touches
      ? null
      : `${what} is ${formatQuantity(distance, 'mm', 2)} from the axis, and the wheel has a radius of ${formatQuantity(radius, 'mm', 2)}`,
  }
}

/** From the pitch line of a rack, whose y axis points to its teeth, to a point. */
function heightOver(frame: Frame, point: Vector): Vector {
  const y = axisOf(frame, 1)
  const gap = subtract(point, originOf(frame))
  return scaled(y, dot(gap, y))
}

/** Height of the surface nearest to the rim, where the plane through the axis square to the slide cuts it; or null. */
function surfaceHeight(
  solids: readonly Float32Array[],
  centre: Vector,
  slide: Vector,
  up: Vector,
  radius: number,
): number | null {
  let best: number | null = null
  const consider = (height: number) => {
    const miss = Math.abs(Math.abs(height) - radius)
    if (miss > NEAR_RIM * radius) return
    if (best === null || miss < Math.abs(Math.abs(best) - radius) - MEETS) best = height
  }
  const along = new Float64Array(3)
  const over = new Float64Array(3)
  for (const triangles of solids)
    for (let at = 0; at < triangles.length; at += 9) {
      for (let k = 0; k < 3; k++) {
        const corner: Vector = [triangles[at + 3 * k], triangles[at + 3 * k + 1], triangles[at + 3 * k + 2]]
        const gap = subtract(corner, centre)
        along[k] = dot(gap, slide)
        over[k] = dot(gap, up)
      }
      for (let k = 0; k < 3; k++) {
        const n = (k + 1) % 3
        if (along[k] > 0 === along[n] > 0) continue
        const share = along[k] / (along[k] - along[n])
        consider(over[k] + share * (over[n] - over[k]))
      }
    }
  return best
}
