/**
 * Where a picture is seen from, and ways between two such scene. Between two cameras the target goes straight, the
 * direction to the viewer turns about it by the shortest way, and what is seen keeps growing or shrinking by the same share, so
 * that a way around a machine stays around it.
 */
import { ahead, anySquareTo, cross, dot, norm, scaled, squareTo, subtract, unit } from '../maths/vector'
import type { Vector } from '../maths/vector'
import type { View } from '../document/format/shots'
import { siOr } from '../units/quantity'
import { SAME_DIRECTION, SMALLEST_OPENING } from './tolerances'

/** All in ground [m]; z is up unless something else is said. */
export interface Camera {
  readonly eye: Vector
  readonly target: Vector
  /** Which way is up in the picture; need not be square to the line of sight. */
  readonly up: Vector
  /** From the lower to the upper edge of the picture at the target [m]. */
  readonly height: number
  /** Angle between the lower and the upper edge [rad]; 0 for parallel. */
  readonly opening: number
}

export const UPWARDS: Vector = [0, 0, 1]
/** Angle between the lower and the upper edge of a view that does not say one [rad]. */
export const USUAL_OPENING = Math.PI / 6

/** A view of a validated document, in the frame in which it is given. */
export function cameraOf(view: View): Camera {
  const point = (p: View['eye']): Vector => p.map((entry) => siOr(entry, 'length')) as unknown as Vector
  const [eye, target] = [point(view.eye), point(view.target)]
  const up: Vector = view.up ?? UPWARDS
  if (view.height !== undefined) return { eye, target, up, height: siOr(view.height, 'length'), opening: 0 }
  const opening = siOr(view.opening ?? USUAL_OPENING, 'angle')
  return { eye, target, up, height: 2 * norm(subtract(eye, target)) * Math.tan(opening / 2), opening }
}

/** A share of the way from one camera to another one, 0 to 1. */
export function cameraBetween(from: Camera, to: Camera, share: number): Camera {
  if (share <= 0) return from
  if (share >= 1) return to
  const [a, b] = [subtract(from.eye, from.target), subtract(to.eye, to.target)]
  const target = ahead(from.target, subtract(to.target, from.target), share)
  const height = from.height ** (1 - share) * to.height ** share
  const opening = from.opening + share * (to.opening - from.opening)
  const isParallel = opening < SMALLEST_OPENING
  // how far away the eye of a parallel view is changes nothing in it
  const distance = isParallel ? Math.max(norm(a), norm(b)) : height / (2 * Math.tan(opening / 2))
  return {
    eye: ahead(target, directionBetween(unit(a), unit(b), share), distance),
    target,
    up: directionBetween(unit(from.up), unit(to.up), share),
    height,
    opening: isParallel ? 0 : opening,
  }
}

/** The same picture from farther (factor above 1) or nearer. */
export const cameraAtDistance = (camera: Camera, factor: number): Camera => ({
  ...camera,
  eye: ahead(camera.target, subtract(camera.eye, camera.target), factor),
  height: camera.height * factor,
})

/** Right, up and towards the viewer, as unit vectors. */
export function axesOf({ eye, target, up }: Camera): readonly [Vector, Vector, Vector] {
  const toViewer = unit(subtract(eye, target))
  const across = squareTo(up, toViewer)
  const upwards = norm(across) > SAME_DIRECTION * norm(up) ? unit(across) : anySquareTo(toViewer)
  return [cross(upwards, toViewer), upwards, toViewer]
}

/** A unit vector turned toward another one by a share of the angle between them. */
function directionBetween(a: Vector, b: Vector, share: number): Vector {
  const cosine = Math.min(1, Math.max(-1, dot(a, b)))
  const angle = Math.acos(cosine)
  if (angle < SAME_DIRECTION) return unit(ahead(a, subtract(b, a), share))
  // opposite directions: about z, else about any axis that is square
  const square =
    Math.PI - angle < SAME_DIRECTION
      ? norm(cross(UPWARDS, a)) > SAME_DIRECTION
        ? unit(cross(UPWARDS, a))
        : anySquareTo(a)
      : unit(squareTo(b, a))
  return ahead(scaled(a, Math.cos(share * angle)), square, Math.sin(share * angle))
}
