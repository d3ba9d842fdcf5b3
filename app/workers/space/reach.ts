/** Where a datum can get, with the hull of it. */
import { coordinateOf, openModel, reachOf, reasons, spreadOf } from '@ligamen/core'
import type { ReachRange } from '@ligamen/core'
import type { ManifoldToplevel } from 'manifold-3d'
import { cornersOf } from '../solid-kernel'
import { coveredBy } from './covered'
import type { ReachFound, ReachWish } from './protocol'
import { Refused } from './sweep'

export function reach(
  { Manifold }: ManifoldToplevel,
  { document, datum, ranges }: ReachWish,
  progress: (share: number) => void,
): ReachFound {
  const model = openModel(document)
  if (!model.ok) throw new Refused(reasons(model.problems))
  const { mechanism, home } = model.value
  const found: ReachRange[] = ranges.map(({ joint, freedom, ...range }) => {
    const coordinate = coordinateOf(mechanism, joint, freedom)
    if (!coordinate) throw new Refused('One of the joints is suspended, and has no position.')
    return { ...range, coordinate: mechanism.coordinates.indexOf(coordinate) }
  })
  const total = found.reduce((product, { steps }) => product * steps, 1)
  const reached = reachOf(mechanism, home, datum, found, (done) => progress(done / total))
  if (!reached.ok) throw new Refused(reasons(reached.problems))
  const { points, missed, because } = reached.value
  const spread = spreadOf(points)
  const hull = spread.kind === 'space' ? coveredBy(Manifold.hull(cornersOf(points))) : null
  return {
    points,
    spread,
    hull,
    missed,
    because: because?.message ?? '',
  }
}
