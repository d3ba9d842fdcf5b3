/** Reading documents, with the triangles of imported parts beside them, and writing results. */
import { readFile, stat, writeFile } from 'node:fs/promises'
import { fail, openModel, succeed, unpack } from '@ligamen/core'
import type { Model, NamedBytes, Problem, Result } from '@ligamen/core'
import { keepTriangles, meshesOf } from './triangles'

/** The largest file that is read, and the largest text of a document [bytes]. */
const LARGEST = 512 * 2 ** 20
const LARGEST_TEXT = 64 * 2 ** 20

export interface Opened {
  readonly model: Model
  /** Triangles of imported parts as they are stored, by hash: those that were found. */
  readonly triangles: ReadonlyMap<string, Uint8Array>
}

/**
 * A document, or a zip with one and the triangles of its imported parts, which the core gets to know.
 *
 * Errors: `file-missing`, `file-too-large`, `file-not-json`, `zip-broken`, `zip-too-large`, `zip-without-mechanism`,
 * and those of opening a model.
 */
export async function readMechanism(path: string): Promise<Result<Opened>> {
  const files = await readFiles(path)
  if (!files.ok) return files
  const [text, ...beside] = files.value
  const document = parsed(text)
  if (!document.ok) return document
  const { triangles, damaged } = await keepTriangles(meshesOf(document.value), path, beside)
  for (const name of damaged) console.error(`${name} is damaged or not what its name says, and was left out.`)
  const model = openModel(document.value)
  return model.ok ? succeed({ model: model.value, triangles }) : model
}

export async function readModel(path: string): Promise<Result<Model>> {
  const opened = await readMechanism(path)
  return opened.ok ? succeed(opened.value.model) : opened
}

/** The text of the document first, then what came in the same zip. */
async function readFiles(path: string): Promise<Result<readonly [NamedBytes, ...NamedBytes[]]>> {
  let bytes: Uint8Array
  try {
    if ((await stat(path)).size > LARGEST) return tooLarge(path, LARGEST)
    bytes = await readFile(path)
  } catch (error) {
    return fail({ code: 'file-missing', message: `${path} cannot be read: ${(error as Error).message}.` })
  }
  if (!isZip(bytes)) return succeed([{ name: path, bytes }])
  const unpacked = unpack({ name: path, bytes })
  if (!unpacked.ok) return unpacked
  const text = unpacked.value.find(({ name }) => /(^|\/)mechanism\.json$/.test(name))
  if (!text)
    return fail({
      code: 'zip-without-mechanism',
      message: `${path} is a zip without a mechanism.json in it.`,
    })
  const beside = unpacked.value.filter((one) => one !== text)
  return succeed([{ name: `${text.name} in ${path}`, bytes: text.bytes }, ...beside])
}

/** By its first bytes (APPNOTE 4.3.7). */
const isZip = ([p, k, three, four]: Uint8Array): boolean =>
  p === 0x50 && k === 0x4b && three === 3 && four === 4

const tooLarge = (name: string, most: number) =>
  fail({ code: 'file-too-large', message: `${name} is larger than ${most / 2 ** 20} MiB.` })

function parsed({ name, bytes }: NamedBytes): Result<unknown> {
  if (bytes.length > LARGEST_TEXT) return tooLarge(name, LARGEST_TEXT)
  try {
    return succeed(JSON.parse(new TextDecoder().decode(bytes)))
  } catch (error) {
    return fail({ code: 'file-not-json', message: `${name} is not JSON: ${(error as Error).message}.` })
  }
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
