/** Paths of points, and arrows that show which way things go, as tubes. */
import * as THREE from 'three'
import type { Palette } from './palette'

export class Trace {
  readonly root = new THREE.Group()
  private readonly material: THREE.MeshBasicMaterial
  private meshes: THREE.Mesh[] = []

  /** @param thickness of the tubes, in sizes of the mechanism; @param onTop whether parts hide nothing of them */
  constructor(
    private readonly colour: 'measured' | 'primary',
    private readonly thickness: number,
    onTop = false,
  ) {
    this.material = new THREE.MeshBasicMaterial({ depthTest: !onTop, transparent: onTop })
    if (onTop) this.root.renderOrder = 10
  }

  setPalette(palette: Palette): void {
    this.material.color.set(palette[this.colour])
  }

  /** @param paths three numbers a point [m] */
  set(paths: readonly Float32Array[], size: number): void {
    for (const mesh of this.meshes) {
      this.root.remove(mesh)
      mesh.geometry.dispose()
    }
    this.meshes = paths.flatMap((points) => this.tube(points, size) ?? [])
    if (this.meshes.length > 0) this.root.add(...this.meshes)
  }

  private tube(points: Float32Array, size: number): THREE.Mesh | null {
    const path: THREE.Vector3[] = []
    for (let i = 0; i < points.length; i += 3) {
      const point = new THREE.Vector3(points[i], points[i + 1], points[i + 2])
      // a tube needs points apart
      if (path.length === 0 || point.distanceTo(path[path.length - 1]!) > size * 1e-3) path.push(point)
    }
    if (path.length < 3) return null
    const curve = new THREE.CatmullRomCurve3(path)
    const tube = new THREE.TubeGeometry(curve, Math.min(2000, path.length * 2), size * this.thickness, 6)
    const mesh = new THREE.Mesh(tube, this.material)
    mesh.renderOrder = this.root.renderOrder
    return mesh
  }
}
