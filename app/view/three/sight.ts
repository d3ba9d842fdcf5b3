/** Between points of the canvas (CSS pixels) and ground [m], for whatever camera draws now. */
import * as THREE from 'three'
import { AIDS } from './layers'

type Vector = readonly [number, number, number]

export class Sight {
  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly camera: () => THREE.Camera,
  ) {}

  rayAt(x: number, y: number): THREE.Raycaster {
    const { clientWidth, clientHeight } = this.canvas
    const ray = new THREE.Raycaster()
    ray.layers.enable(AIDS)
    ray.setFromCamera(new THREE.Vector2((2 * x) / clientWidth - 1, 1 - (2 * y) / clientHeight), this.camera())
    return ray
  }

  /** The point of ground under a point of the canvas, on a plane through `through`; it faces the viewer without a normal. */
  onPlane(
    x: number,
    y: number,
    through: Vector,
    across: Vector | null = null,
  ): [number, number, number] | null {
    const normal = across
      ? new THREE.Vector3(...across)
      : this.camera().getWorldDirection(new THREE.Vector3())
    const plane = new THREE.Plane().setFromNormalAndCoplanarPoint(normal, new THREE.Vector3(...through))
    const point = this.rayAt(x, y).ray.intersectPlane(plane, new THREE.Vector3())
    return point ? [point.x, point.y, point.z] : null
  }

  /** Where a point of ground is drawn on the canvas. */
  onCanvas(point: Vector): [number, number] {
    const { clientWidth, clientHeight } = this.canvas
    const at = new THREE.Vector3(...point).project(this.camera())
    return [((at.x + 1) / 2) * clientWidth, ((1 - at.y) / 2) * clientHeight]
  }
}
