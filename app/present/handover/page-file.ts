/** The page that plays by itself, filled with the open mechanism. */
import { packTriangles, playingPage, slug } from '@ligamen/core'
import type { MechanismDocument, PlayingPage } from '@ligamen/core'
import { meshes } from '~/model/meshes/meshes'
import { saveFile } from '~/model/save-file'

/** Built beside the app; see scripts/steps/player.mjs. */
const TEMPLATE = '/player.html'

/** Saves it; returns why it cannot be written, empty when it is. */
export async function savePage(document: MechanismDocument): Promise<string> {
  const template = await fetch(TEMPLATE)
    .then((answer) => (answer.ok ? answer.text() : null))
    .catch(() => null)
  if (template === null) return 'The server cannot be reached, which holds the page; try again in a moment.'
  const hashes = new Set(document.parts.flatMap(({ mesh }) => mesh ?? []))
  const contents = await Promise.all(
    [...hashes].map(async (hash) => {
      const mesh = meshes.get(hash)
      return mesh ? [[hash, await base64(packTriangles(mesh))] as const] : []
    }),
  )
  const content: PlayingPage = { document, meshes: Object.fromEntries(contents.flat()) }
  const text = playingPage(template, document.name, JSON.stringify(content))
  saveFile(`${slug(document.name)}.html`, new TextEncoder().encode(text))
  return ''
}

/** In the browser's own way, since meshes have millions of bytes. */
const base64 = (bytes: Uint8Array): Promise<string> =>
  new Promise((resolve) => {
    const reader = new FileReader()
    reader.onload = () => {
      const address = String(reader.result)
      resolve(address.slice(address.indexOf(',') + 1))
    }
    reader.readAsDataURL(new Blob([bytes as Uint8Array<ArrayBuffer>]))
  })
