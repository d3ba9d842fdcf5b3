/** A solid of the kernel as it is shown and measured. */
import type { Manifold } from 'manifold-3d'
import { trianglesOf } from '../solid-kernel'
import type { Covered } from './protocol'

/** @param solid in millimetres */
export function coveredBy(solid: Manifold): Covered {
  const { min, max } = solid.boundingBox()
  return {
    positions: trianglesOf(solid),
    volume: solid.volume() * 1e-9,
    box: Float64Array.from([...min, ...max], (c) => c / 1000),
  }
}
