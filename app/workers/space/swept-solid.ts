/** The union of all that a body covers, made by the solid kernel; worked in millimetres, where its tolerances suit. */
import type { Sweep } from '@ligamen/core'
import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import { cornersOf } from '../solid-kernel'

/** Pieces that are joined before they meet the rest. */
const AT_ONCE = 300

/**
 * @param body in its frame [mm]
 * @param slack by which surfaces may be moved to be simpler [mm]
 * @param progress is told the share of the poses that are done
 */
export function sweptSolid(
  { Manifold }: ManifoldToplevel,
  body: Manifold,
  sweep: Sweep,
  slack: number,
  progress: (share: number) => void = () => undefined,
): Manifold {
  const frame = new Float64Array(12)
  const poseOf = (k: number) => {
    sweep.frameAt(k, frame)
    const [x, y, z] = [9, 10, 11].map((i) => 1000 * frame[i]!)
    const [a, b, c] = [0, 3, 6].map((i) => [frame[i]!, frame[i + 1]!, frame[i + 2]!])
    return body.transform([...a!, 0, ...b!, 0, ...c!, 0, x!, y!, z!, 1] as never)
  }
  const joined = (list: readonly Manifold[]) => {
    const whole = Manifold.union(list)
    for (const one of list) one.delete()
    // as one solid of its own, so that edges between pieces can go
    const simple = whole.asOriginal().simplify(slack)
    // thin layers must not be taken for unevenness
    const isSame = Math.abs(simple.volume() - whole.volume()) <= (whole.surfaceArea() * slack) / 4
    const [kept, left] = isSame ? [simple, whole] : [whole, simple]
    left.delete()
    return kept
  }
  const chunks: Manifold[] = [poseOf(0)]
  let pieces: Manifold[] = []
  const steps = sweep.times.length - 1
  for (let k = 0; k < steps; k++) {
    for (const piece of sweep.pieces(k)) pieces.push(Manifold.hull(cornersOf(piece)))
    if (pieces.length < AT_ONCE && k + 1 < steps) continue
    if (pieces.length > 0) chunks.push(joined(pieces))
    pieces = []
    progress((k + 1) / steps)
  }
  return joined(chunks)
}
