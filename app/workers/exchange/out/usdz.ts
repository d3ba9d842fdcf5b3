/** USDZ: the shapes as they stand now, for viewers of phones and tablets; y is up there. */
import { succeed } from '@ligamen/core'
import type { OutFormat } from './out-format'

export const usdz: OutFormat = {
  kind: 'usdz',
  name: 'Model as it stands (USDZ)',
  note: 'for viewers of phones and tablets, without motion',
  async write(asked) {
    const [THREE, { USDZExporter }, { bodiesOf }] = await Promise.all([
      import('three'),
      import('three/examples/jsm/exporters/USDZExporter.js'),
      import('./shapes'),
    ])
    const scene = new THREE.Scene()
    const upright = new THREE.Group()
    upright.rotation.x = -Math.PI / 2
    scene.add(upright)
    const paints = new Map<string, InstanceType<typeof THREE.MeshStandardMaterial>>()
    for (const { name, frame, parts } of bodiesOf(asked)) {
      const group = new THREE.Group()
      group.name = name
      const at = (k: number) => new THREE.Vector3(...frame.subarray(k, k + 3))
      const matrix = new THREE.Matrix4().makeBasis(at(0), at(3), at(6)).setPosition(at(9))
      matrix.decompose(group.position, group.quaternion, group.scale)
      for (const { colour, positions } of parts) {
        if (positions.length === 0) continue
        const paint = paints.get(colour) ?? new THREE.MeshStandardMaterial({ color: colour, roughness: 0.6 })
        paints.set(colour, paint)
        const geometry = new THREE.BufferGeometry()
        geometry.setAttribute('position', new THREE.BufferAttribute(positions, 3))
        geometry.computeVertexNormals()
        group.add(new THREE.Mesh(geometry, paint))
      }
      upright.add(group)
    }
    scene.updateMatrixWorld(true)
    return succeed({ ending: '.usdz', bytes: await new USDZExporter().parseAsync(scene) })
  },
}
