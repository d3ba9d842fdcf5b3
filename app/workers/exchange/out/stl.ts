/** Binary STL: all triangles in ground. */
import { succeed } from '@ligamen/core'
import type { OutFormat } from './out-format'

export const stl: OutFormat = {
  kind: 'stl',
  name: 'STL',
  note: 'triangles where they stand, in metres',
  async write(asked) {
    const [{ writeStl }, { bodiesOf, inGround }] = await Promise.all([
      import('../formats/stl'),
      import('./shapes'),
    ])
    return succeed({ ending: '.stl', bytes: writeStl(inGround(bodiesOf(asked))) })
  },
}
