/** Handles on what is selected: arrows to move, rings to turn, in steps of 1 mm and 5 deg unless Ctrl is held. */
import * as THREE from 'three'
import { TransformControls } from 'three/addons/controls/TransformControls.js'
import type { Frame } from '@ligamen/core'
import { matrixOf } from './frame-matrix'
import type { Palette } from './palette'

const STEP = 0.001
const ANGLE = Math.PI / 36

export class Handles {
  readonly root: THREE.Object3D
  private readonly controls: TransformControls
  private readonly proxy = new THREE.Object3D()
  private readonly start = new THREE.Matrix4()
  private ids: readonly string[] = []

  /**
   * @param changed something has to be drawn; @param held whether a handle is being pulled
   * @param moved how the bodies have moved in ground since the handle was taken; `done` when it is let go
   */
  constructor(
    camera: THREE.Camera,
    canvas: HTMLCanvasElement,
    changed: () => void,
    held: (on: boolean) => void,
    private readonly moved: (ids: readonly string[], motion: THREE.Matrix4, done: boolean) => void,
  ) {
    this.controls = new TransformControls(camera, canvas)
    this.controls.setSpace('world')
    this.root = new THREE.Group().add(this.controls.getHelper(), this.proxy)
    this.controls.addEventListener('change', changed)
    this.controls.addEventListener('dragging-changed', ({ value }) => {
      held(value === true)
      if (value === true) this.start.copy(this.proxy.matrixWorld)
      else this.moved(this.ids, this.motion(), true)
    })
    this.controls.addEventListener('objectChange', () => this.moved(this.ids, this.motion(), false))
    canvas.addEventListener('pointermove', ({ ctrlKey }) => this.snap(!ctrlKey))
    this.snap(true)
  }

  setPalette({ primary, playhead }: Palette): void {
    this.controls.setColors(primary, primary, primary, playhead)
  }

  setCamera(camera: THREE.Camera): void {
    this.controls.camera = camera
  }

  /** Puts the handles at a frame of ground for these bodies, or takes them away. */
  set(kind: 'move' | 'turn' | null, ids: readonly string[], frame: Frame | null): void {
    if (this.controls.dragging) return
    this.ids = ids
    if (!kind || !frame || ids.length === 0) {
      this.controls.detach()
      return
    }
    matrixOf(frame).decompose(this.proxy.position, this.proxy.quaternion, this.proxy.scale)
    this.proxy.updateMatrixWorld()
    this.controls.setMode(kind === 'move' ? 'translate' : 'rotate')
    this.controls.attach(this.proxy)
  }

  /** Whether the pointer is on a handle. */
  touched(): boolean {
    return this.controls.object !== undefined && this.controls.axis !== null
  }

  dispose(): void {
    this.controls.dispose()
  }

  private snap(on: boolean): void {
    this.controls.setTranslationSnap(on ? STEP : null)
    this.controls.setRotationSnap(on ? ANGLE : null)
  }

  private motion(): THREE.Matrix4 {
    this.proxy.updateMatrixWorld()
    return this.proxy.matrixWorld.clone().multiply(this.start.clone().invert())
  }
}
