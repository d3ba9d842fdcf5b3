/** The view as a picture of any size: what is seen now, or the shot that is looked through. */
import * as THREE from 'three'
import type { Camera } from '@ligamen/core'
import type { ModelScene } from './model-scene'
import { axesOf, ShotCamera } from './shot-camera'
import type { ShotView } from './shot-camera'
import { fitted, snapshot } from './snapshot'
import type { AnyCamera } from './snapshot'

interface SeenFrom {
  readonly shot: ShotView | null
  /** Of the view, which fills the canvas. */
  readonly camera: AnyCamera
  readonly view: Camera
}

export class Pictures {
  constructor(
    private readonly renderer: THREE.WebGLRenderer,
    private readonly model: ModelScene,
    private readonly from: () => SeenFrom,
  ) {}

  /** As PNG. @param isBare with nothing behind the model but its shadow */
  take(width: number, height: number, isBare = false): Promise<Blob> {
    const camera = this.cameraFor(width, height)
    this.model.settle(axesOf(camera)[2])
    const restore = isBare ? this.model.bare() : null
    const picture = snapshot(this.renderer, this.model.scene, camera, width, height)
    restore?.()
    return picture
  }

  /** Where a point of ground is in such a picture [px]. */
  place(point: readonly [number, number, number], width: number, height: number): [number, number] {
    const at = new THREE.Vector3(...point).project(this.cameraFor(width, height))
    return [((at.x + 1) / 2) * width, ((1 - at.y) / 2) * height]
  }

  /** From where such a picture is seen. */
  view(width: number, height: number): Camera {
    const { shot, view } = this.from()
    if (shot) return shot.camera
    const { clientWidth, clientHeight } = this.renderer.domElement
    const lower = Math.min(1, (clientWidth * height) / (clientHeight * width))
    const opening = 2 * Math.atan(lower * Math.tan(view.opening / 2))
    return { ...view, height: lower * view.height, opening }
  }

  private cameraFor(width: number, height: number): AnyCamera {
    const { shot, camera } = this.from()
    if (!shot) return fitted(camera, width / height)
    const cameras = new ShotCamera()
    cameras.resize(width, height)
    return cameras.of({ camera: shot.camera, aspect: null }, this.model.bodies.size())
  }
}
