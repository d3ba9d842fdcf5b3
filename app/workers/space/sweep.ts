/** The swept volume of bodies over a stretch of a scenario: the motion is recorded, then each body is swept and all are joined. */
import { bodyShape, keepMesh, openModel, reasons, recordMotion, SolidStore, Sweep } from '@ligamen/core'
import type { ClearanceTask, Model } from '@ligamen/core'
import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import { solidOf, trianglesOf } from '../solid-kernel'
import { coveredBy } from './covered'
import type { Swept, SweepWish } from './protocol'
import { sweptSolid } from './swept-solid'

/** More pieces than this take minutes: then it is sought less closely. */
const MOST_PIECES = 12_000
/** But with so few poses it is sought no less closely. */
const FEWEST_POSES = 12
/** By how much less. */
const COARSER = 2

/** What cannot be swept, and why; told to people. */
export class Refused extends Error {}

export function sweep(
  kernel: ManifoldToplevel,
  { document, scenario, meshes, bodies, from, to, within }: SweepWish,
  progress: (share: number) => void,
): Swept {
  for (const [hash, positions] of meshes) keepMesh(hash, { positions })
  const model = openModel(document)
  if (!model.ok) throw new Refused(reasons(model.problems))
  const task = recorded(model.value, scenario)
  if (!(to > from) || from < 0 || from >= task.length)
    throw new Refused(
      `The motion lasts from 0 s to ${task.length.toFixed(3)} s; give a stretch of it whose end comes after its start.`,
    )
  if (!(within > 0)) throw new Refused('Say how near its surface has to be: a length above 0.')
  const end = Math.min(to, task.length)
  let tolerance = 0
  let poses = 0
  const parts = bodies.map((id, k) => {
    const solid = closedBody(kernel, model.value, id)
    const { track } = task.bodies.find((one) => one.id === id)!
    const made = closeEnough(solid, track, from, end, within)
    tolerance = Math.max(tolerance, made.tolerance)
    poses = Math.max(poses, made.sweep.times.length)
    return sweptSolid(kernel, made.body, made.sweep, 100 * made.tolerance, (share) =>
      progress((k + share) / bodies.length),
    )
  })
  return { ...coveredBy(kernel.Manifold.union(parts)), tolerance, poses }
}

function recorded(model: Model, scenario: string): ClearanceTask {
  const task = recordMotion(model, scenario)
  if (!task.ok) throw new Refused(reasons(task.problems))
  return task.value
}

/** All solids of a body in its frame as one [mm]. */
function closedBody(kernel: ManifoldToplevel, { mechanism, document }: Model, id: string): Manifold {
  const index = document.bodies.findIndex((body) => body.id === id)
  const { name } = document.bodies[index]!
  const shape = bodyShape(mechanism.geometry, index)
  if (!shape) throw new Refused(`The shape of ${name} is not here; bring its file in again.`)
  if (shape.solids.length === 0) throw new Refused(`${name} has no shape; give it a part.`)
  const solids = shape.solids.flatMap((positions) => solidOf(kernel, positions) ?? [])
  if (solids.length < shape.solids.length) {
    const edges = new SolidStore().of(shape).openEdges
    const [first] = edges
    const place = first ? `, such as at ${first[0].map((c) => (1000 * c).toFixed(1)).join(', ')} mm` : ''
    throw new Refused(
      `The surface of ${name} is open at ${edges.length} edges${place}, and encloses no volume; close it in the program that made it, and bring it in again.`,
    )
  }
  return kernel.Manifold.union(solids)
}

/** A sweep as close as is asked for, or as there is time for. */
function closeEnough(
  body: Manifold,
  track: ConstructorParameters<typeof Sweep>[1],
  from: number,
  to: number,
  within: number,
) {
  for (let tolerance = within; ; tolerance *= COARSER) {
    // round faces are broken no finer than that
    const simple = body.simplify(250 * tolerance)
    const made = new Sweep(trianglesOf(simple), track, from, to, tolerance / 2)
    if (made.count() <= MOST_PIECES || made.times.length < FEWEST_POSES)
      return { tolerance, body: simple, sweep: made }
  }
}
