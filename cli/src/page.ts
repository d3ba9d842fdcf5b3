/** `ligamen page`: a page that plays the mechanism by itself, as one file of HTML. */
import { readFile, writeFile } from 'node:fs/promises'
import { playingPage } from '@ligamen/core'
import type { PlayingPage } from '@ligamen/core'
import { printProblems, readModel } from './files'

export interface PageOptions {
  readonly out: string
}

/** Built beside the bundle of the command line. */
const TEMPLATE = new URL('./player.html', import.meta.url)

export async function page(file: string, { out }: PageOptions): Promise<number> {
  const model = await readModel(file)
  if (!model.ok) {
    printProblems(model.problems)
    return 1
  }
  const { document } = model.value
  const content: PlayingPage = { document, meshes: {} }
  const text = playingPage(await readFile(TEMPLATE, 'utf8'), document.name, JSON.stringify(content))
  try {
    await writeFile(out, text)
  } catch (error) {
    console.error(`${out} cannot be written: ${(error as Error).message}.`)
    return 2
  }
  const imported = new Set(document.parts.flatMap(({ mesh }) => mesh ?? [])).size
  if (imported > 0)
    console.error(
      `${imported} imported shapes are not in the document's file; the page shows nothing in their place.`,
    )
  process.stdout.write(`${out}: ${document.bodies.length} bodies, ${(text.length / 1024).toFixed(0)} KiB\n`)
  return 0
}
