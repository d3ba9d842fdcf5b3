/** The path of a probed point as a tube. */
import * as THREE from 'three'
import type { Palette } from './palette'

export class Trace {
  readonly root = new THREE.Group()
  private readonly material = new THREE.MeshBasicMaterial()
  private mesh: THREE.Mesh | null = null

  setPalette(palette: Palette): void {
    this.material.color.set(palette.measured)
  }

  set(points: Float32Array, size: number): void {
    if (this.mesh) {
      this.root.remove(this.mesh)
      this.mesh.geometry.dispose()
      this.mesh = null
    }
    const path: THREE.Vector3[] = []
    for (let i = 0; i < points.length; i += 3) {
      const point = new THREE.Vector3(points[i], points[i + 1], points[i + 2])
      // a tube needs points apart
      if (path.length === 0 || point.distanceTo(path[path.length - 1]!) > size * 1e-3) path.push(point)
    }
    if (path.length < 3) return
    const curve = new THREE.CatmullRomCurve3(path)
    const tube = new THREE.TubeGeometry(curve, Math.min(2000, path.length * 2), size * 0.0028, 6)
    this.mesh = new THREE.Mesh(tube, this.material)
    this.root.add(this.mesh)
  }
}
