/**
 * Solves a scenario in the page that shows it, in slices between which the page stays alive: the motion first, so that it can be
 * played, then the clearances, where a check asks for them.
 */
import {
  checksFor,
  ClearanceFollower,
  ClearanceRecorder,
  clearancesOf,
  openBodies,
  runScenario,
} from '@ligamen/core'
import { SolidStore, solidsIn, succeed } from '@ligamen/core'
import type { Clearances, Model, Result, Take } from '@ligamen/core'

/** Of a slice [ms]. */
const SLICE = 24
/** Frames between two looks at the clock. */
const FRAMES = 4

export interface SolvedScenario {
  readonly take: Take
  /** Null where no check asks for them; they take some time. @param told share that is done */
  readonly clearances: ((told: (share: number) => void) => Promise<Clearances | null>) | null
}

/** Whether the page still wants it: another scenario may have been chosen meanwhile. */
type Wanted = () => boolean

/** Null when it is not wanted any more. Errors: those of running it. */
export async function solveHere(
  model: Model,
  scenario: string,
  told: (share: number) => void,
  wanted: Wanted,
): Promise<Result<SolvedScenario> | null> {
  const needs = checksFor(model.document, scenario).some(({ kind }) => kind === 'clear')
  const recorder = needs ? new ClearanceRecorder(model.mechanism) : null
  const run = runScenario(model, scenario, null, recorder?.eachStep)
  if (!run.ok) return run
  const total = run.value.frames
  for (let done = 0; done < total;) {
    const until = performance.now() + SLICE
    while (done < total && performance.now() < until) {
      run.value.advance(FRAMES)
      done += FRAMES
    }
    told(Math.min(1, done / total))
    await nextSlice()
    if (!wanted()) return null
  }
  const take = run.value.take()
  return succeed({ take, clearances: recorder && ((share) => follow(model, recorder, take, share, wanted)) })
}

async function follow(
  { mechanism }: Model,
  recorder: ClearanceRecorder,
  take: Take,
  told: (share: number) => void,
  wanted: Wanted,
): Promise<Clearances | null> {
  const task = recorder.task(take)
  const store = new SolidStore()
  const follower = new ClearanceFollower(task, solidsIn(mechanism.geometry, store))
  const pairs = []
  let until = performance.now() + SLICE
  for (const pair of task.pairs) {
    pairs.push(follower.follow(pair))
    if (performance.now() < until) continue
    told(pairs.length / task.pairs.length)
    await nextSlice()
    if (!wanted()) return null
    until = performance.now() + SLICE
  }
  return clearancesOf(task, pairs, openBodies(task, store))
}

const nextSlice = () => new Promise((resolve) => setTimeout(resolve))
