/**
 * Where a mechanism stands between its runs: coordinates that a person has set or dragged, near which everything holds.
 * The document says the home pose; this is any other one.
 */
import { assembleFrom } from '../solve/assemble'
import { BodyPoses, POSE } from '../mechanism/body-poses'
import { Reader } from '../mechanism/reading'
import { standingAt } from '../mechanism/state'
import { coordinateChannels } from '../motion/run'
import type { Result } from '../result'
import type { Model } from './model'

export interface Standing {
  /** Coordinates in the order of the model's channels. */
  readonly coordinates: Float64Array
  /** Seven numbers a body, in the order of the document. */
  readonly poses: Float64Array
}

export function readStanding({ mechanism }: Model, q: Float64Array): Standing {
  const state = standingAt(mechanism, q)
  const reader = new Reader(mechanism, mechanism.coordinates)
  reader.read(state, 0)
  const poses = new Float64Array(POSE * mechanism.bodyLink.length)
  new BodyPoses(mechanism).write(state.world, poses, 0)
  return { coordinates: reader.values.slice(), poses }
}

/**
 * Link coordinates at which everything holds, nearest to the values given by channel key ("joint/freedom"); coordinates
 * without a value start from home. Error: `cannot-assemble`.
 */
export function standNear(model: Model, values: Readonly<Record<string, number>>): Result<Float64Array> {
  const { mechanism, home } = model
  const q = home.slice()
  coordinateChannels(mechanism).forEach(({ key }, c) => {
    const { link, constant } = mechanism.coordinates[c]
    if (link >= 0 && values[key] !== undefined) q[link] = values[key] - constant
  })
  return assembleFrom(mechanism, q, new Uint8Array(mechanism.links))
}
