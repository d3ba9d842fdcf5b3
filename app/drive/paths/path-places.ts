/** Where a path that is being given runs: where it starts in ground, and its curve from there. */
import { moved, multiply } from '@ligamen/core'
import type { Frame, MechanismDocument, ModelReport } from '@ligamen/core'
import type { NamedDatum } from '~/model/picking/named-datums'
import { frameIn, placeOf, pointIn } from '~/model/pose/shown-poses'
import type { ShownPoses } from '~/model/pose/shown-poses'

/** Frame of a path of the document: that of the datum it is placed at. */
export function startOfPath(
  { paths = [] }: Pick<MechanismDocument, 'paths'>,
  { datums }: Pick<ModelReport, 'datums'>,
  shown: ShownPoses,
  path: string,
): Frame | null {
  const datum = paths.find(({ id }) => id === path)?.datum
  const place = datums.find((one) => one.datum === datum)
  return place ? multiply(frameIn(shown, place.body), place.frame) : null
}

/** Frame of a new path: where its follower is, along the axes of ground. */
export const startOfFollower = (shown: ShownPoses, { pick, frame }: NamedDatum): Frame =>
  moved([...placeOf(shown, pick.body, pointIn(frame, [0, 0, 0]))])

/** Points given from where a path starts, in ground; three numbers a point [m]. */
export function inGround(start: Frame, points: ArrayLike<number>): Float32Array {
  const out = new Float32Array(points.length)
  for (let k = 0; k < points.length; k += 3) {
    out.set(pointIn(start, [points[k]!, points[k + 1]!, points[k + 2]!]), k)
  }
  return out
}
