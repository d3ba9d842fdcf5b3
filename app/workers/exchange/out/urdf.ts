/** URDF with its meshes; what URDF cannot hold is listed. */
import { meshOfTriangles, openModel, succeed, writeUrdf } from '@ligamen/core'
import type { OutFormat } from './out-format'

export const urdf: OutFormat = {
  kind: 'urdf',
  name: 'URDF',
  note: 'links, joints, limits, mimic',
  async write(asked, base) {
    const opened = openModel(asked.document)
    if (!opened.ok) return opened
    const [{ strToU8, zipSync }, { writeStl }, { trianglesOf }] = await Promise.all([
      import('fflate'),
      import('../formats/stl'),
      import('./shapes'),
    ])
    const imported = (hash: string) => {
      const stored = asked.meshes[hash]
      return stored && meshOfTriangles(stored.positions)
    }
    const { text, meshes, leftOut } = writeUrdf(opened.value, imported)
    const bytes = strToU8(text)
    if (meshes.size === 0) return succeed({ ending: '.urdf', bytes, leftOut })
    const files = [...meshes].map(([name, part]) => [name, writeStl(trianglesOf(part, asked))] as const)
    const zipped = zipSync({ [`${base}.urdf`]: bytes, ...Object.fromEntries(files) })
    return succeed({ ending: '-urdf.zip', bytes: zipped, leftOut })
  },
}
