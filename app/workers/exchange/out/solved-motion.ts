/** The motion of a scenario, solved at exactly the times that are written. */
import { keepMesh, openModel, runScenario, siOr, succeed } from '@ligamen/core'
import type { Result, Take } from '@ligamen/core'
import type { Asked, AskedMotion } from './out-format'

/** The most instants of a table. */
const MOST = 200_000

export interface SolvedMotion {
  readonly take: Take
  readonly times: Float64Array
}

/** Errors: those of opening and running it, why it stopped, and `too-many-rows`. */
export function solvedMotion({
  document,
  meshes,
  motion,
}: Asked): Result<SolvedMotion & { wish: AskedMotion }> {
  const wish = motion!
  for (const [hash, mesh] of Object.entries(meshes)) keepMesh(hash, mesh)
  const model = openModel(document)
  if (!model.ok) return model
  const source = document.scenarios.find(({ id }) => id === wish.scenario)
  const length = siOr(source?.length ?? 0, 'time')
  const every = wish.every ?? 1 / (source?.frameRate ?? 60)
  const count = Math.floor(length / every + 1e-9) + 1
  if (!(count <= MOST)) {
    const message = `That would be ${count} rows; at most ${MOST} are written. Choose a longer time between two of them.`
    return { ok: false, problems: [{ code: 'too-many-rows', message }] }
  }
  const times = Float64Array.from({ length: count }, (_, k) => k * every)
  const run = runScenario(model.value, wish.scenario, times)
  if (!run.ok) return run
  run.value.advance(Infinity)
  const take = run.value.take()
  return take.stopped ? { ok: false, problems: [take.stopped] } : succeed({ take, times, wish })
}
