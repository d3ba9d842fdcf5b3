/** `ligamen validate`: every fault of a document, with its place. */
import { printProblems, readModel, writeJson } from './files'

export async function validate(file: string, { json }: { json?: string | true }): Promise<number> {
  const model = await readModel(file)
  const problems = model.ok ? [] : model.problems
  if (json) await writeJson(json, { valid: model.ok, problems })
  if (json !== true && model.ok) {
    const { bodies, joints, scenarios } = model.value.document
    process.stdout.write(
      `${file} holds: ${bodies.length} bodies, ${joints.length} joints, ${scenarios.length} scenarios.\n`,
    )
  }
  if (json !== true) printProblems(problems)
  return model.ok ? 0 : 1
}
