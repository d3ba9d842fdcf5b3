/** The motion of all bodies of a scenario over continuous time, for clearances and swept volumes. */
import { ClearanceRecorder } from '../proof/clearance/clearance'
import type { ClearanceTask } from '../proof/clearance/clearance'
import { succeed } from '../result'
import type { Result } from '../result'
import { runScenario } from './model'
import type { Model } from './model'

/** Solves a scenario to its end, without what probes measure, which takes most of the time. Errors: those of `runScenario`. */
export function recordMotion(model: Model, scenario: string): Result<ClearanceTask> {
  const recorder = new ClearanceRecorder(model.mechanism)
  const run = runScenario(model, scenario, null, recorder.eachStep, false)
  if (!run.ok) return run
  run.value.advance(Infinity)
  return succeed(recorder.task(run.value.take()))
}
