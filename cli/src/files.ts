/** Reading documents and writing results. */
import { readFile, stat, writeFile } from 'node:fs/promises'
import { fail, openModel, succeed } from '@ligamen/core'
import type { Model, Problem, Result } from '@ligamen/core'

/** The largest document that is read [bytes]. */
const LARGEST = 64 * 1024 * 1024

/** Errors: `file-missing`, `file-too-large`, `file-not-json`. */
async function readJson(path: string): Promise<Result<unknown>> {
  let text: string
  try {
    if ((await stat(path)).size > LARGEST)
      return fail({ code: 'file-too-large', message: `${path} is larger than ${LARGEST / 2 ** 20} MiB.` })
    text = await readFile(path, 'utf8')
  } catch (error) {
    return fail({ code: 'file-missing', message: `${path} cannot be read: ${(error as Error).message}.` })
  }
  try {
    return succeed(JSON.parse(text))
  } catch (error) {
    return fail({ code: 'file-not-json', message: `${path} is not JSON: ${(error as Error).message}.` })
  }
}

export async function readModel(path: string): Promise<Result<Model>> {
  const document = await readJson(path)
  return document.ok ? openModel(document.value) : document
}

/** Prints problems where errors go, each with its place. */
export function printProblems(problems: readonly Problem[]): void {
  for (const { code, message, pointer } of problems) {
    console.error(`${message}\n    ${code}${pointer ? ` at ${pointer}` : ''}`)
  }
}

/** Writes JSON to a file, or to the terminal when no name was given. */
export async function writeJson(target: string | true, value: unknown): Promise<void> {
  const text = `${JSON.stringify(value, null, 2)}\n`
  if (target === true) process.stdout.write(text)
  else await writeFile(target, text)
}
