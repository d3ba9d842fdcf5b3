/** `ligamen clearance`: which bodies come near each other or overlap over a scenario. 0: none overlap; 1: some do. */
import { byClearance } from '@ligamen/core'
import type { Clearances, Model, PairClearance } from '@ligamen/core'
import { printProblems, readModel, writeJson } from './files'
import { runWithClearances, scenariosOf } from './scenarios'
import { table } from './table'

export interface ClearanceOptions {
  readonly scenario?: string
  readonly json?: string | true
}

export async function clearance(file: string, options: ClearanceOptions): Promise<number> {
  const model = await readModel(file)
  if (!model.ok) {
    printProblems(model.problems)
    return 1
  }
  const [scenario] = scenariosOf(model.value, options.scenario)
  if (!scenario) return 2
  const ran = runWithClearances(model.value, scenario.source.id)
  if (!ran.ok) {
    printProblems(ran.problems)
    return 1
  }
  const { clearances, take } = ran.value
  if (options.json) {
    try {
      await writeJson(options.json, clearances)
    } catch (error) {
      console.error(`The result cannot be written: ${(error as Error).message}.`)
      return 2
    }
  }
  if (options.json !== true) print(model.value, clearances)
  if (take.stopped) console.error(take.stopped.message)
  return clearances.pairs.some(overlaps) ? 1 : 0
}

const overlaps = ({ contacts }: PairClearance): boolean => contacts.some(({ kind }) => kind === 'overlaps')

const mm = (length: number): string => `${(1000 * length).toFixed(3)} mm`

function print({ document }: Model, clearances: Clearances): void {
  const say = (text: string) => process.stdout.write(`${text}\n`)
  const nameOf = (id: string) => document.bodies.find((body) => body.id === id)?.name ?? id
  const rows = [...clearances.pairs].sort(byClearance).flatMap((pair) => {
    const names = `${nameOf(pair.a)} – ${nameOf(pair.b)}`
    const met = pair.contacts.map(({ kind, from, to, depth }) => [
      names,
      `${from.toFixed(6)} … ${to.toFixed(6)} s`,
      kind === 'touches' ? 'touch' : `OVERLAP ${depth === null ? '' : mm(depth)}`.trim(),
    ])
    if (met.length > 0) return met
    return pair.nearest ? [[names, `${pair.nearest.time.toFixed(6)} s`, mm(pair.nearest.distance)]] : []
  })
  const { pairs, joined, ignored, near, open, shapeless } = clearances
  say(
    `${pairs.length} pairs of bodies, between frames too; ${joined} are joined, ${ignored.length} left out. Told below ${mm(near)}:`,
  )
  say(rows.length > 0 ? table(['bodies', 'when', 'clearance'], rows) : 'Nothing comes so near.')
  for (const { body, edges } of open)
    say(`The surface of ${nameOf(body)} is open at ${edges.length} edges; how deep it overlaps is not known.`)
  for (const id of shapeless) say(`The shape of ${nameOf(id)} is not in the file; it was left out.`)
}
