/** `ligamen mobility`: free motions, redundant directions, loose bodies, wheels that slip. */
import { mobilityWords, looseMotions, wheelSlip } from '@ligamen/core'
import { printProblems, readModel, writeJson } from './files'
import { table } from './table'

export async function mobility(file: string, { json }: { json?: string | true }): Promise<number> {
  const model = await readModel(file)
  if (!model.ok) {
    if (json) await writeJson(json, { problems: model.problems })
    if (json !== true) printProblems(model.problems)
    return 1
  }
  const found = model.value.mobility
  const words = mobilityWords(found, 0)
  const loose = looseMotions(model.value.mechanism, model.value.home)
  const slips = wheelSlip(model.value)
  if (json) await writeJson(json, { ...found, words, loose: loose.map(({ sentence }) => sentence), slips })
  if (json === true) return 0
  const print = (text: string) => process.stdout.write(`${text}\n`)
  print(words.line)
  print(`${found.coordinates} coordinates, ${found.rows} rows, rank ${found.rank}`)
  if (loose.length > 0) print(`\nFree motions\n${loose.map(({ sentence }) => `  ${sentence}`).join('\n')}`)
  if (found.redundant.length > 0) {
    print(`\n${words.redundancies}`)
    print(
      table(
        ['joint', 'direction'],
        found.redundant.map(({ joint, direction }) => [joint, direction]),
      ),
    )
  }
  for (const { sentence } of slips) if (sentence) print(sentence)
  return 0
}
