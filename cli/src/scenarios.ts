/** Scenarios of a document by what was asked for on the command line, and running them. */
import { checksFor, ClearanceRecorder, findClearances, runScenario } from '@ligamen/core'
import type { Clearances, Model, Result, Take } from '@ligamen/core'

export type Scenarios = Model['scenarios']

/** The scenarios of a name or id, all when nothing is asked for; none where there is no such one, which is said. */
export function scenariosOf({ document, scenarios }: Model, wanted: string | undefined): Scenarios {
  const found = scenarios.filter(
    ({ source }) => wanted === undefined || source.id === wanted || source.name === wanted,
  )
  if (found.length === 0) {
    const known = document.scenarios.map(({ name }) => name).join(', ') || 'none'
    console.error(`There is no scenario “${wanted ?? ''}”; there are: ${known}.`)
  }
  return found
}

interface Ran {
  readonly take: Take
  /** Null where they are not asked for. */
  readonly clearances: Clearances | null
}

/** Runs a scenario to its end; clearances are found where a check asks for them. */
export function runThrough(model: Model, scenario: string): Result<Ran> {
  if (checksFor(model.document, scenario).some(({ kind }) => kind === 'clear'))
    return runWithClearances(model, scenario)
  const run = runScenario(model, scenario)
  if (!run.ok) return run
  run.value.advance(Infinity)
  return { ok: true, value: { take: run.value.take(), clearances: null } }
}

/** Runs a scenario to its end and follows all pairs of bodies. */
export function runWithClearances(
  model: Model,
  scenario: string,
): Result<Ran & { readonly clearances: Clearances }> {
  const recorder = new ClearanceRecorder(model.mechanism)
  const run = runScenario(model, scenario, null, recorder.eachStep)
  if (!run.ok) return run
  run.value.advance(Infinity)
  const take = run.value.take()
  return { ok: true, value: { take, clearances: findClearances(model.mechanism, recorder.task(take)) } }
}
