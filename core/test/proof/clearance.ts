/** Clearances of a mechanism over its only scenario, for tests. */
import { openModel, runScenario } from '../../src'
import type { MechanismDocument } from '../../src'
import { keepMesh } from '../../src/geometry/imported-meshes'
import { ClearanceFollower, ClearanceRecorder, solidsIn } from '../../src/proof/clearance/clearance'
import { SolidStore } from '../../src/proximity/solid'
import type { ClearanceTask } from '../../src/proof/clearance/clearance'
import type { PairClearance } from '../../src/proof/clearance/clearances'

export function clearancesOf(
  document: MechanismDocument,
  meshes: Readonly<Record<string, Float32Array>> = {},
): { readonly task: ClearanceTask; readonly pairs: PairClearance[] } {
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  for (const [hash, positions] of Object.entries(meshes)) keepMesh(hash, { positions })
  const recorder = new ClearanceRecorder(model.value.mechanism)
  const run = runScenario(model.value, document.scenarios[0].id, null, recorder.eachStep)
  if (!run.ok) throw new Error(run.problems[0].message)
  run.value.advance(Infinity)
  const task = recorder.task(run.value.take())
  const follower = new ClearanceFollower(task, solidsIn(model.value.mechanism.geometry, new SolidStore()))
  return { task, pairs: task.pairs.map((pair) => follower.follow(pair)) }
}
