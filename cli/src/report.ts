/** `ligamen report`: the report of a scenario as one page of HTML. */
import { writeFile } from 'node:fs/promises'
import { reportHtml, reportModel, runScenario } from '@ligamen/core'
import { printProblems, readModel } from './files'

export interface ReportOptions {
  readonly html: string
  readonly scenario?: string
}

export async function report(file: string, { html, scenario: wanted }: ReportOptions): Promise<number> {
  const model = await readModel(file)
  if (!model.ok) {
    printProblems(model.problems)
    return 1
  }
  const { document, mechanism, mobility, scenarios } = model.value
  const scenario = scenarios.find(
    ({ source }) => wanted === undefined || source.id === wanted || source.name === wanted,
  )
  if (!scenario) {
    const known = document.scenarios.map(({ name }) => name).join(', ') || 'none'
    console.error(`There is no scenario “${wanted ?? ''}”; there are: ${known}.`)
    return 2
  }
  const run = runScenario(model.value, scenario.source.id)
  if (!run.ok) {
    printProblems(run.problems)
    return 1
  }
  run.value.advance(Infinity)
  const { words, states, relations, datums } = reportModel(model.value, scenario.source.id)
  const page = reportHtml({
    evidence: { document, take: run.value.take(), length: scenario.length, mobility },
    datums: new Map(datums.map(({ datum, body, frame }) => [datum, { body, frame }])),
    mobility: [words.line, words.redundancies].filter((line) => line !== null),
    states,
    relations,
    pictures: [],
    date: new Date().toISOString().slice(0, 10),
  })
  try {
    await writeFile(html, page)
  } catch (error) {
    console.error(`${html} cannot be written: ${(error as Error).message}.`)
    return 2
  }
  process.stdout.write(
    `${html}: ${mechanism.geometry.bodies.length} bodies, ${(page.length / 1024).toFixed(0)} KiB\n`,
  )
  return 0
}
