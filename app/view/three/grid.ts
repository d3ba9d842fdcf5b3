/** The ground grid under a mechanism, with a spacing that suits its size. */
import * as THREE from 'three'
import type { Palette } from './palette'

export function groundGrid(bounds: THREE.Box3, palette: Palette): THREE.Object3D {
  const size = bounds.isEmpty() ? 0.4 : bounds.getSize(new THREE.Vector3()).length()
  const rough = size / 12
  const power = 10 ** Math.floor(Math.log10(rough))
  const spacing = power * (rough > 5 * power ? 5 : rough > 2 * power ? 2 : 1)
  const count = 2 * Math.ceil((2 * size) / spacing)
  const grid = new THREE.GridHelper(count * spacing, count, palette.grid, palette.gridSoft)
  grid.rotation.x = Math.PI / 2
  if (!bounds.isEmpty()) {
    const centre = bounds.getCenter(new THREE.Vector3())
    const snapped = (v: number) => Math.round(v / spacing) * spacing
    grid.position.set(snapped(centre.x), snapped(centre.y), bounds.min.z)
  }
  return grid
}
