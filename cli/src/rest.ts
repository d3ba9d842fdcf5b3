/** `ligamen rest`: where a mechanism comes to rest under the loads of a scenario, its drivers held where they start. */
import { dimensions, formatQuantity, restOf } from '@ligamen/core'
import { printProblems, readModel, writeJson } from './files'
import { scenariosOf } from './scenarios'
import { table } from './table'

export interface RestOptions {
  readonly scenario?: string
  readonly json?: string | true
}

const KINDS = {
  stable: 'Stable: moved a little, it comes back.',
  unstable: 'Unstable: moved a little, it goes away.',
  indifferent: 'Indifferent: moved a little, it stays there.',
}

export async function rest(file: string, { scenario, json }: RestOptions): Promise<number> {
  const model = await readModel(file)
  if (!model.ok) {
    printProblems(model.problems)
    return 1
  }
  const [first] = scenariosOf(model.value, scenario)
  if (!first) return 2
  const found = restOf(model.value, first.source.id)
  if (!found.ok) {
    printProblems(found.problems)
    return 3
  }
  const { kind, channels, values } = found.value
  const joints = channels.map(({ name, dimension, coordinate }, k) => ({
    joint: coordinate!.joint,
    freedom: coordinate!.freedom,
    name,
    value: values[k]!,
    shown: formatQuantity(values[k]!, dimensions[dimension].unit, 4),
  }))
  if (json)
    await writeJson(json, {
      scenario: first.source.name,
      kind,
      joints: joints.map(({ joint, freedom, value }) => ({ joint, freedom, value })),
    })
  if (json === true) return 0
  process.stdout.write(
    `${KINDS[kind]}\n${table(
      ['joint', 'at rest'],
      joints.map(({ name, shown }) => [name, shown]),
    )}\n`,
  )
  return 0
}
