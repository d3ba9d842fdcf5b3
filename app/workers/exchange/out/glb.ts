/** Binary glTF: every body a node where it is. */
import { succeed } from '@ligamen/core'
import type { OutFormat } from './out-format'

export const glb: OutFormat = {
  kind: 'glb',
  name: 'GLB',
  note: 'shapes where they stand',
  async write(asked) {
    const [{ writeGlb }, { bodiesOf }] = await Promise.all([import('../formats/gltf'), import('./shapes')])
    return succeed({ ending: '.glb', bytes: await writeGlb(bodiesOf(asked)) })
  },
}
