/** What proving costs: the checks of the demo beside its solve, and the points of many long curves for one zoom. */
import { readFileSync } from 'node:fs'
import { evaluateChecks, openModel, pointsOver, runScenario } from '../src'
import type { Column } from '../src'
import { timesAsLong, warmMedian } from './timing'

/** Time of the checks of a document as a share of its solve [-]. @param file of the document */
export function checksBesideSolve(file: string): number {
  const document = JSON.parse(readFileSync(file, 'utf8'))
  const model = openModel(document)
  if (!model.ok) throw new Error(model.problems[0].message)
  const { scenarios, mobility } = model.value
  const [{ source, length }] = scenarios
  const solve = () => {
    const run = runScenario(model.value, source.id)
    if (!run.ok) throw new Error(run.problems[0].message)
    run.value.advance(Infinity)
    return run.value.take()
  }
  const take = solve()
  return timesAsLong(9, () => evaluateChecks({ document, take, length, mobility }), solve)
}

/** Points of 20 charts of two curves of 100,000 frames each, for drawings 900 pixels wide [us]. */
export function zoomOfManyCharts(): number {
  const frames = 100_000
  const values = Float64Array.from({ length: 6 * frames }, (_, k) => Math.sin(k * 1e-3) + 0.1 * Math.sin(k))
  const columns = [0, 3].map((first): Column => ({ values, stride: 6, first, frames, interval: 1e-3 }))
  return warmMedian(9, () => {
    for (let chart = 0; chart < 20; chart++)
      for (const column of columns) pointsOver(column, [10 + chart * 1e-3, 90], 900, 0.001)
  })
}
