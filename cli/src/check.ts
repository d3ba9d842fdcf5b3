/** `ligamen check`: decides the checks of a document on its scenarios. 0: all met; 1: one is not, or the document has a fault. */
import { writeFile } from 'node:fs/promises'
import { bySeverity, checksFor, evaluateChecks, formatQuantity, dimensions, siUnit } from '@ligamen/core'
import type { CheckResult, Model } from '@ligamen/core'
import { printProblems, readModel, writeJson } from './files'
import { runThrough, scenariosOf } from './scenarios'
import { junit } from './junit'
import type { Suite } from './junit'
import { table } from './table'

export interface CheckOptions {
  readonly scenario?: string
  readonly junit?: string
  readonly json?: string | true
}

export async function check(file: string, options: CheckOptions): Promise<number> {
  const model = await readModel(file)
  if (!model.ok) {
    printProblems(model.problems)
    return 1
  }
  const { document } = model.value
  const wanted = scenariosOf(model.value, options.scenario)
  if (wanted.length === 0) return 2
  const suites = wanted
    .map(({ source }) => source)
    .filter(({ id }) => checksFor(document, id).length > 0)
    .map(({ id, name }): Suite => ({ scenario: name, ...decide(model.value, id) }))
  const failed = await write(file, suites, options)
  if (failed) {
    console.error(failed)
    return 2
  }
  if (options.json !== true) print(suites)
  return suites.some(({ results }) =>
    results.some(({ state }) => state === 'not-met' || state === 'undecided'),
  )
    ? 1
    : 0
}

/** Runs a scenario to its end and decides its checks; one that cannot start decides none of them. */
function decide(model: Model, scenario: string): Pick<Suite, 'results' | 'seconds'> {
  const began = performance.now()
  const seconds = () => (performance.now() - began) / 1000
  const { document, mobility } = model
  const checks = checksFor(document, scenario)
  const ran = runThrough(model, scenario)
  if (!ran.ok) {
    const found = ran.problems.map(({ message }) => message).join(' ')
    const results = checks.map(({ id, name, muted }): CheckResult => ({
      check: id,
      name,
      sentence: name,
      state: muted === undefined ? 'undecided' : 'muted',
      muted: muted ?? null,
      margin: null,
      dimension: null,
      time: null,
      found,
      stretches: [],
    }))
    return { results, seconds: seconds() }
  }
  const { length } = model.scenarios.find(({ source }) => source.id === scenario)!
  const results = evaluateChecks({ document, length, mobility, ...ran.value })
  return { results, seconds: seconds() }
}

/** Writes the files that were asked for; why one cannot be written, or null. */
async function write(file: string, suites: readonly Suite[], options: CheckOptions): Promise<string | null> {
  try {
    if (options.junit) await writeFile(options.junit, junit(file, suites))
    if (options.json) await writeJson(options.json, asJson(suites))
    return null
  } catch (error) {
    return `A result cannot be written: ${(error as Error).message}.`
  }
}

const asJson = (suites: readonly Suite[]) =>
  suites.map(({ scenario, results }) => ({
    scenario,
    checks: results.map(({ dimension, margin, ...rest }) => ({
      ...rest,
      margin,
      unit: dimension && siUnit(dimension),
    })),
  }))

const STATES: Readonly<Record<CheckResult['state'], string>> = {
  met: 'met',
  'not-met': 'NOT MET',
  undecided: 'NOT DECIDED',
  muted: 'muted',
}

function print(suites: readonly Suite[]): void {
  const say = (text: string) => process.stdout.write(`${text}\n`)
  if (suites.length === 0) say('There are no checks.')
  for (const { scenario, results } of suites) {
    const rows = [...results]
      .sort(bySeverity)
      .map((result) => [`${result.name}: ${result.found}`, marginOf(result), STATES[result.state]])
    say(`${scenario}\n${table(['check', 'margin', ''], rows)}`)
    for (const { name, sentence, state, muted } of results) {
      if (state === 'not-met') say(`Not met: ${sentence}.`)
      if (state === 'muted') say(`Muted: ${name}, “${muted!}”.`)
    }
  }
  const all = suites.flatMap(({ results }) => results)
  const count = (state: CheckResult['state']) => all.filter((result) => result.state === state).length
  say(
    `${count('met')} met, ${count('not-met')} not met, ${count('undecided')} not decided, ${count('muted')} muted`,
  )
}

function marginOf({ margin, dimension }: CheckResult): string {
  if (margin === null || dimension === null) return ''
  const { unit } = dimensions[dimension]
  const text = unit === '' ? margin.toPrecision(4) : formatQuantity(margin, unit, 3)
  return margin > 0 ? `+${text}` : text
}
