/** The mechanism document itself; with imported parts a zip with their meshes. */
import { packTriangles, succeed } from '@ligamen/core'
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
    const files = stored.map(([hash, mesh]) => [`meshes/${hash}.triangles`, packTriangles(mesh)] as const)
    return succeed({
      ending: '.zip',
      bytes: zipSync({ 'mechanism.json': text, ...Object.fromEntries(files) }),
    })
  },
}
