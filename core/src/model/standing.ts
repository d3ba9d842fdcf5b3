/**
 * Where a mechanism is between its runs: coordinates that a person has set or dragged, near which everything holds.
 * The document says the home pose; this is any other one.
 */
import { assembleFrom } from '../solve/assemble'
import { BodyPoses, POSE } from '../mechanism/body-poses'
import { Reader } from '../mechanism/reading'
import { standingAt } from '../mechanism/state'
import { coordinateOf } from '../mechanism/coordinate'
import type { CoordinateName } from '../motion/take'
import type { Result } from '../result'
import type { Model } from './model'

/** Where a joint's coordinate should be [rad or m]. */
export interface CoordinateValue extends CoordinateName {
  readonly value: number
}

/** Where a mechanism is, as the screen shows it. */
export interface Standing {
  /** Coordinates in the order of the model's channels. */
  readonly coordinates: Float64Array
  /** Seven numbers a body, in the order of the document. */
  readonly poses: Float64Array
}

/** Coordinates and body poses at link coordinates `q`. */
export function readStanding({ mechanism }: Model, q: Float64Array): Standing {
  const state = standingAt(mechanism, q)
  const reader = new Reader(mechanism, mechanism.coordinates)
  reader.read(state, 0)
  const poses = new Float64Array(POSE * mechanism.bodyLink.length)
  new BodyPoses(mechanism).write(state.world, poses, 0)
  return { coordinates: reader.values.slice(), poses }
}

/**
 * Link coordinates at which everything holds, nearest to the given values; coordinates without one start from home. Error:
 * `cannot-assemble`.
 */
export function standNear(model: Model, values: readonly CoordinateValue[]): Result<Float64Array> {
  const { mechanism, home } = model
  const q = home.slice()
  for (const { joint, freedom, value } of values) {
    const coordinate = coordinateOf(mechanism, joint, freedom)
    if (coordinate && coordinate.link >= 0) q[coordinate.link] = value - coordinate.constant
  }
  return assembleFrom(mechanism, q, new Uint8Array(mechanism.links))
}
