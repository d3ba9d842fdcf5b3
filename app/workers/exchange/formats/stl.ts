/** STL, text or binary: triangles without a unit. Written as binary. */
import { Mesh, BufferAttribute, BufferGeometry } from 'three'
import { STLExporter } from 'three/addons/exporters/STLExporter.js'
import { STLLoader } from 'three/addons/loaders/STLLoader.js'
import { identityFrame, succeed } from '@ligamen/core'
import { broken } from './format'
import type { Format } from './format'
import { trianglesOf } from './three-scene'

export const stl: Format = {
  noun: 'STL',
  endings: ['stl'],
  read(file) {
    const text = new TextDecoder().decode(file.bytes.subarray(0, 512))
    const declared =
      file.bytes.length >= 84 ? new DataView(file.bytes.buffer, file.bytes.byteOffset).getUint32(80, true) : 0
    const binary = 84 + 50 * declared === file.bytes.length
    // the reader looks for the word in the first places only, and takes anything else for numbers
    if (!binary && !/^\s{0,4}solid/.test(text))
      return Promise.resolve(broken(file, 'its length does not fit the number of triangles it declares.'))
    const geometry = new STLLoader().parse(file.bytes.slice().buffer)
    const positions = trianglesOf(geometry)
    if (positions.length === 0) return Promise.resolve(broken(file, 'it holds no triangle.'))
    return Promise.resolve(
      succeed({
        unit: null,
        meshes: [{ name: '', colour: null, positions }],
        nodes: [{ name: '', frame: identityFrame(), meshes: [0], children: [] }],
        leftOut: [],
      }),
    )
  },
}

/** Triangles as binary STL. */
export function writeStl(positions: Float32Array): Uint8Array {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(positions, 3))
  geometry.computeVertexNormals()
  const view = new STLExporter().parse(new Mesh(geometry), { binary: true })
  return new Uint8Array(view.buffer, view.byteOffset, view.byteLength)
}
