/** `ligamen page`: a page that plays the mechanism by itself, as one file of HTML. */
import { readFile, writeFile } from 'node:fs/promises'
import { playingPage } from '@ligamen/core'
import type { PlayingPage } from '@ligamen/core'
import { printProblems, readMechanism } from './files'
import { inText, meshesOf } from './triangles'

export interface PageOptions {
  readonly out: string
}

/** Built beside the bundle of the command line. */
const TEMPLATE = new URL('./player.html', import.meta.url)

export async function page(file: string, { out }: PageOptions): Promise<number> {
  const opened = await readMechanism(file)
  if (!opened.ok) {
    printProblems(opened.problems)
    return 1
  }
  const { model, triangles } = opened.value
  const { document } = model
  const content: PlayingPage = { document, meshes: inText(triangles) }
  const text = playingPage(await readFile(TEMPLATE, 'utf8'), document.name, JSON.stringify(content))
  try {
    await writeFile(out, text)
  } catch (error) {
    console.error(`${out} cannot be written: ${(error as Error).message}.`)
    return 2
  }
  const missing = meshesOf(document).length - triangles.size
  if (missing > 0)
    console.error(
      `The triangles of ${missing === 1 ? 'one imported shape are' : `${missing} imported shapes are`} not beside the document; the page shows nothing in their place. Write it as a zip in the app.`,
    )
  process.stdout.write(`${out}: ${document.bodies.length} bodies, ${(text.length / 1024).toFixed(0)} KiB\n`)
  return 0
}
