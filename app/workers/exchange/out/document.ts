/** The mechanism document itself; with imported parts a zip with their meshes. */
import { succeed } from '@ligamen/core'
import type { OutFormat } from './out-format'

export const document: OutFormat = {
  kind: 'document',
  name: 'Mechanism',
  note: 'everything, to open again',
  async write({ document: written, meshes }) {
    const { strToU8, zipSync } = await import('fflate')
    const text = strToU8(`${JSON.stringify(written, null, 2)}\n`)
    const stored = Object.entries(meshes)
    if (stored.length === 0) return succeed({ ending: '.json', bytes: text })
    const files = stored.map(([hash, triangles]) => [`meshes/${hash}.triangles`, bytesOf(triangles)] as const)
    return succeed({
      ending: '.zip',
      bytes: zipSync({ 'mechanism.json': text, ...Object.fromEntries(files) }),
    })
  },
}

const bytesOf = (array: Float32Array): Uint8Array =>
  new Uint8Array(array.buffer, array.byteOffset, array.byteLength)
