/** A solved scenario with all that its pictures need: shots and cues with their times, where things are, what is drawn between bodies. */
import { reportModel, resolvePlaces, siOr, TakeScene, timedCues, timedShots } from '@ligamen/core'
import type { AnyStrand, Model, Result, Scenario, Take, TimedCue, TimedShot } from '@ligamen/core'

export interface Staged {
  readonly model: Model
  readonly source: Scenario
  readonly take: Take
  readonly shots: readonly TimedShot[]
  readonly cues: readonly TimedCue[]
  readonly scene: TakeScene
  readonly strands: readonly AnyStrand[]
}

/** Errors: why the take stopped before its end, and those of resolving the document. */
export function stagedTake(model: Model, take: Take): Result<Staged> {
  if (take.stopped) return { ok: false, problems: [take.stopped] }
  const places = resolvePlaces(model.document)
  if (!places.ok) return places
  const source = model.document.scenarios.find(({ id }) => id === take.scenario)!
  // what waits for a value has its time from the run
  const items = new Map(take.items.map((item) => [item.key, item]))
  const timesOf = (id: string) => items.get(id)
  return {
    ok: true,
    value: {
      model,
      source,
      take,
      shots: timedShots(source.shots ?? [], timesOf),
      cues: timedCues(source.cues ?? [], timesOf, siOr(source.length, 'time')),
      scene: new TakeScene(places.value),
      strands: reportModel(model, take.scenario).strands,
    },
  }
}
