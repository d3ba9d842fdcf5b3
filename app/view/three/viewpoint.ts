/**
 * From where the model is seen: the camera with its controls, parallel or in perspective, the named sides, fitting, and the
 * views before. Ground has z up.
 */
import CameraControls from 'camera-controls'
import type { Camera } from '@ligamen/core'
import * as THREE from 'three'
import { AIDS } from './layers'

CameraControls.install({ THREE })

/** Direction of each side from the model to the viewer, as a turn about z from the front and an angle from z [deg]. */
const SIDES = {
  corner: [32, 60],
  front: [0, 90],
  back: [180, 90],
  left: [-90, 90],
  right: [90, 90],
  top: [0, 0],
  bottom: [0, 180],
} as const

export type Side = keyof typeof SIDES

/** Radius of what is seen while there is nothing [m]. */
const EMPTY = 0.15
/** Room around the model. */
const MARGIN = 1.12
/** Opening of the camera in perspective, upwards [deg]. */
const OPENING = 30
/** Views that can be gone back to. */
const REMEMBERED = 30
/** Distance of the parallel camera, in radii of the model. */
const FAR_ENOUGH = 10

interface View {
  readonly position: THREE.Vector3
  readonly target: THREE.Vector3
  /** Half of what is seen upwards, at the target [m]. */
  readonly half: number
}

export class Viewpoint {
  readonly controls: CameraControls
  private readonly perspective = new THREE.PerspectiveCamera(OPENING, 1, 0.01, 100)
  private readonly parallel = new THREE.OrthographicCamera(-1, 1, 1, -1, 0.01, 100)
  private readonly before: View[] = []
  private aspect = 1

  /** @param changed something has to be drawn @param taken somebody turns, moves or zooms the view */
  constructor(canvas: HTMLCanvasElement, changed: () => void, taken: () => void) {
    for (const camera of [this.perspective, this.parallel]) {
      camera.up.set(0, 0, 1)
      camera.layers.enable(AIDS)
    }
    this.controls = new CameraControls(this.perspective, canvas)
    this.controls.updateCameraUp()
    this.controls.smoothTime = 0.08
    this.controls.draggingSmoothTime = 0.04
    this.controls.dollyToCursor = true
    this.controls.mouseButtons.right = CameraControls.ACTION.TRUCK
    this.controls.mouseButtons.middle = CameraControls.ACTION.TRUCK
    this.controls.addEventListener('controlstart', () => {
      taken()
      this.remember()
    })
    // the wheel starts nothing
    this.controls.addEventListener('control', taken)
    for (const event of ['controlstart', 'control', 'wake', 'update'] as const)
      this.controls.addEventListener(event, changed)
  }

  get camera(): THREE.PerspectiveCamera | THREE.OrthographicCamera {
    return this.isParallel ? this.parallel : this.perspective
  }

  get isParallel(): boolean {
    return this.controls.camera === this.parallel
  }

  /** Changes between perspective and parallel; what is in the middle keeps its size. */
  setParallel(on: boolean, box: THREE.Box3): void {
    if (on === this.isParallel) return
    const view = this.now()
    this.controls.camera = on ? this.parallel : this.perspective
    this.bound(sphereOf(box))
    this.show(view, false)
  }

  resize(width: number, height: number): void {
    this.aspect = width / height
    this.perspective.aspect = this.aspect
    this.parallel.left = -this.aspect
    this.parallel.right = this.aspect
    for (const camera of [this.perspective, this.parallel]) camera.updateProjectionMatrix()
  }

  /** Whether dragging with the first button turns the view. */
  setOrbiting(on: boolean): void {
    this.controls.mouseButtons.left = on ? CameraControls.ACTION.ROTATE : CameraControls.ACTION.NONE
  }

  /** Looks at a box from a side, or from where it is seen now, so that all of it is in sight. */
  look(side: Side | null, box: THREE.Box3, model: THREE.Box3, smoothly: boolean): void {
    this.remember()
    const toViewer = side ? directionOf(side) : this.toViewer()
    const sphere = sphereOf(box)
    this.bound(sphereOf(model))
    const half = this.halfOf(box, sphere, toViewer)
    const position = toViewer.multiplyScalar(this.distanceFor(half, sphere.radius)).add(sphere.center)
    this.show({ position, target: sphere.center, half }, smoothly)
  }

  /** Back to the view before; false when there is none. */
  goBack(smoothly: boolean): boolean {
    const view = this.before.pop()
    if (!view) return false
    this.show(view, smoothly)
    return true
  }

  /** From where it is seen, as a camera of the core. */
  asCamera(): Camera {
    const { position, target, half } = this.now()
    return {
      eye: [position.x, position.y, position.z],
      target: [target.x, target.y, target.z],
      up: [0, 0, 1],
      height: 2 * half,
      opening: this.isParallel ? 0 : THREE.MathUtils.degToRad(OPENING),
    }
  }

  /** Goes to where a camera is; what is in its middle keeps its size, with the opening of this view. */
  goTo({ eye, target, height, opening }: Camera, model: THREE.Box3): void {
    this.remember()
    this.setParallel(opening === 0, model)
    this.bound(sphereOf(model))
    const view = {
      position: new THREE.Vector3(...eye),
      target: new THREE.Vector3(...target),
      half: height / 2,
    }
    this.show(view, false)
  }

  private toViewer(): THREE.Vector3 {
    const { position, target } = this.now()
    return position.sub(target).normalize()
  }

  private remember(): void {
    this.before.push(this.now())
    if (this.before.length > REMEMBERED) this.before.shift()
  }

  /** The view that the controls are going to. */
  private now(): View {
    const position = this.controls.getPosition(new THREE.Vector3())
    const target = this.controls.getTarget(new THREE.Vector3())
    const half = this.isParallel ? 1 / this.parallel.zoom : position.distanceTo(target) * SPREAD
    return { position, target, half }
  }

  private show({ position, target, half }: View, smoothly: boolean): void {
    const away = position.clone().sub(target)
    away.setLength(this.distanceFor(half, away.length()))
    const { x, y, z } = target
    void this.controls.setLookAt(x + away.x, y + away.y, z + away.z, x, y, z, smoothly)
    if (this.isParallel) void this.controls.zoomTo(1 / half, smoothly)
  }

  /** Distance at which half of what is seen is `half`; of a parallel view any that is outside. */
  private distanceFor(half: number, radius: number): number {
    return this.isParallel ? FAR_ENOUGH * radius : half / SPREAD
  }

  /** How near and how far the model can be seen. */
  private bound({ radius }: THREE.Sphere): void {
    this.perspective.near = radius / 100
    this.parallel.near = -100 * radius
    for (const camera of [this.perspective, this.parallel]) {
      camera.far = 100 * radius
      camera.updateProjectionMatrix()
    }
    this.controls.minDistance = radius / 20
    this.controls.maxDistance = 20 * radius
    this.controls.minZoom = 0.05 / radius
    this.controls.maxZoom = 100 / radius
  }

  /** Half of what has to be seen upwards so that all corners of a box are in sight. */
  private halfOf(box: THREE.Box3, sphere: THREE.Sphere, toViewer: THREE.Vector3): number {
    if (box.isEmpty()) return sphere.radius
    const { right, up } = screenAxes(toViewer)
    let half = 0
    for (let corner = 0; corner < 8; corner++) {
      const at = new THREE.Vector3(
        corner & 1 ? box.max.x : box.min.x,
        corner & 2 ? box.max.y : box.min.y,
        corner & 4 ? box.max.z : box.min.z,
      ).sub(sphere.center)
      const seen = MARGIN * Math.max(Math.abs(at.dot(right)) / this.aspect, Math.abs(at.dot(up)))
      // what is nearer is larger in perspective
      half = Math.max(half, seen + (this.isParallel ? 0 : at.dot(toViewer) * SPREAD))
    }
    return half
  }
}

const SPREAD = Math.tan((OPENING * Math.PI) / 360)

const sphereOf = (box: THREE.Box3): THREE.Sphere =>
  box.isEmpty() ? new THREE.Sphere(new THREE.Vector3(), EMPTY) : box.getBoundingSphere(new THREE.Sphere())

/** From the model to the viewer. */
function directionOf(side: Side): THREE.Vector3 {
  const [turn, fall] = SIDES[side].map(THREE.MathUtils.degToRad) as [number, number]
  return new THREE.Vector3(Math.sin(fall) * Math.sin(turn), -Math.sin(fall) * Math.cos(turn), Math.cos(fall))
}

function screenAxes(toViewer: THREE.Vector3): { right: THREE.Vector3; up: THREE.Vector3 } {
  const right = new THREE.Vector3(0, 0, 1).cross(toViewer)
  if (right.lengthSq() < 1e-12) right.set(1, 0, 0)
  right.normalize()
  return { right, up: new THREE.Vector3().crossVectors(toViewer, right) }
}
