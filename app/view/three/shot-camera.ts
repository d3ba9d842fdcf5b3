/** Cameras of three for shots: so placed that the frame of the picture, inside the canvas, shows what the shot says. */
import * as THREE from 'three'
import { axesOf as axesOfCamera, USUAL_OPENING } from '@ligamen/core'
import type { Camera } from '@ligamen/core'

/** A shot as it is looked through. */
export interface ShotView {
  readonly camera: Camera
  /** Width over height of the picture; null for all of the canvas. */
  readonly aspect: number | null
  /** Colour behind the model; that of the view for null. */
  readonly background: string | null
}

/** Room around the frame of the picture, as a share of the canvas. */
const MARGIN = 0.06

/** "16:9" as a number; null for what is none. */
export function aspectOf(frame: string | undefined): number | null {
  const [width, height] = (frame ?? '').split(':').map(Number)
  return width! > 0 && height! > 0 ? width! / height! : null
}

/** Where the frame of the picture is on a canvas (CSS pixels). */
export function frameOn(
  width: number,
  height: number,
  aspect: number | null,
): { readonly left: number; readonly top: number; readonly width: number; readonly height: number } {
  if (aspect === null) return { left: 0, top: 0, width, height }
  const most = (1 - MARGIN) * Math.min(width, height * aspect)
  const size = { width: Math.round(most), height: Math.round(most / aspect) }
  return { left: (width - size.width) / 2, top: (height - size.height) / 2, ...size }
}

/** All of a box from above its corner. @param aspect width over height of the picture */
export function wholeView(box: THREE.Box3, aspect: number): Camera {
  const { center, radius } = box.isEmpty()
    ? new THREE.Sphere(new THREE.Vector3(), EMPTY)
    : box.getBoundingSphere(new THREE.Sphere())
  const distance = radius / Math.sin(Math.min(1, aspect) * (USUAL_OPENING / 2))
  const eye = CORNER.clone().multiplyScalar(distance).add(center)
  return {
    eye: eye.toArray(),
    target: center.toArray(),
    up: [0, 0, 1],
    height: 2 * distance * Math.tan(USUAL_OPENING / 2),
    opening: USUAL_OPENING,
  }
}
/** From the model to the viewer, as the view has it at first. */
const CORNER = new THREE.Vector3(0.459, -0.734, 0.5).normalize()
/** Radius of what is seen while there is nothing [m]. */
const EMPTY = 0.15

export class ShotCamera {
  private readonly perspective = new THREE.PerspectiveCamera()
  private readonly parallel = new THREE.OrthographicCamera()
  private width = 1
  private height = 1

  resize(width: number, height: number): void {
    this.width = width
    this.height = height
  }

  /** @param size of the model [m], for how near and far it is drawn */
  of(
    { camera, aspect }: Pick<ShotView, 'camera' | 'aspect'>,
    size: number,
  ): THREE.PerspectiveCamera | THREE.OrthographicCamera {
    const { width, height, perspective, parallel } = this
    // the canvas shows more than the frame does
    const more = height / frameOn(width, height, aspect).height
    const { eye, target, opening } = camera
    const distance = Math.hypot(...eye.map((value, k) => value - target[k]!))
    const made = opening > 0 ? perspective : parallel
    if (made === perspective) {
      perspective.fov = THREE.MathUtils.radToDeg(2 * Math.atan(more * Math.tan(opening / 2)))
      perspective.aspect = width / height
      perspective.near = Math.max(distance / 500, size / 1000)
    } else {
      const half = (more * camera.height) / 2
      parallel.top = half
      parallel.bottom = -half
      parallel.right = (half * width) / height
      parallel.left = -parallel.right
      parallel.near = -20 * size
    }
    made.far = distance + 20 * size
    const axes = axesOfCamera(camera)
    made.position.set(...eye)
    made.quaternion.setFromRotationMatrix(
      new THREE.Matrix4().makeBasis(...(axes.map((axis) => new THREE.Vector3(...axis)) as Axes)),
    )
    made.updateMatrixWorld()
    made.updateProjectionMatrix()
    return made
  }
}

type Axes = [THREE.Vector3, THREE.Vector3, THREE.Vector3]

/** Right, up and towards the viewer, in ground: the first three columns of a camera's matrix. */
export function axesOf(camera: THREE.Camera): Axes {
  const axes: Axes = [new THREE.Vector3(), new THREE.Vector3(), new THREE.Vector3()]
  camera.updateMatrixWorld()
  camera.matrixWorld.extractBasis(...axes)
  return axes
}
