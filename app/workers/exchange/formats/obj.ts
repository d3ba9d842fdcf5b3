/** OBJ: named objects of triangles without a unit; materials are left out. */
import { Mesh } from 'three'
import { OBJLoader } from 'three/addons/loaders/OBJLoader.js'
import { identityFrame, succeed } from '@ligamen/core'
import { MOST_CORNERS } from './bounds'
import { broken } from './format'
import type { Format } from './format'
import { trianglesOf } from './three-scene'

/** Such a face takes the reader a time that grows with the square of its corners. */
const FACE_OF_MANY = new RegExp(`^f(?:[ \\t]+\\S+){${MOST_CORNERS + 1}}`, 'm')

export const obj: Format = {
  noun: 'OBJ',
  endings: ['obj'],
  read(file) {
    const text = new TextDecoder().decode(file.bytes)
    if (FACE_OF_MANY.test(text))
      return Promise.resolve(broken(file, `it has a face of more than ${MOST_CORNERS} corners.`))
    const meshes: { name: string; colour: null; positions: Float32Array }[] = []
    new OBJLoader().parse(text).traverse((object) => {
      if (!(object instanceof Mesh)) return
      const positions = trianglesOf(object.geometry)
      if (positions.length > 0) meshes.push({ name: object.name, colour: null, positions })
    })
    if (meshes.length === 0) return Promise.resolve(broken(file, 'it holds no face.'))
    return Promise.resolve(
      succeed({
        unit: null,
        meshes,
        nodes: meshes.map(({ name }, k) => ({ name, frame: identityFrame(), meshes: [k], children: [] })),
        leftOut: /^\s*(mtllib|usemtl)\b/m.test(text) ? ['materials of the OBJ file'] : [],
      }),
    )
  },
}
