/**
 * Draws pictures of a solved scenario, frame by frame, without the page of the application: for films, and for pages that
 * play by themselves.
 */
import { cameraAt, POSE, seenAt, tracedDatums } from '@ligamen/core'
import type { Camera, Mesh, Seen } from '@ligamen/core'
import * as THREE from 'three'
import type { Staged } from '../staged'
import { trailOf } from '../trails'
import { pictureFacts } from '../writing/picture-facts'
import { writtenAt } from '../writing/written'
import type { Spot, Written } from '../writing/written'
import { ModelScene } from './model-scene'
import { BACKDROPS } from './palette'
import type { Palette } from './palette'
import type { AnyCamera } from './snapshot'
import { axesOf, ShotCamera } from './shot-camera'
import { roomLight, Showing } from './showing'

export interface PictureLook {
  readonly palette: Palette
  /** Things as they are, or plain as in a drawing with its edges. */
  readonly isShowing: boolean
  readonly display: (value: number, dimension: Parameters<DisplayOf>[1]) => string
  readonly meshes: (hash: string) => Mesh | undefined
}
type DisplayOf = Parameters<typeof writtenAt>[1]['display']

/** From where a picture is seen. */
export interface SeenFrom {
  /** Null for what the shots say. */
  readonly own: THREE.Camera | null
  /** Where there is no shot. */
  readonly usual: Camera
  /** Width over height of the frame of the shots, which has its margin then; null for all of the picture. */
  readonly aspect: number | null
}

export class PictureStage {
  readonly renderer: THREE.WebGLRenderer
  private readonly model = new ModelScene()
  private readonly cameras = new ShotCamera()
  private readonly facts
  private readonly showing: Showing | null
  private width = 1
  private height = 1

  constructor(
    canvas: HTMLCanvasElement | OffscreenCanvas,
    private readonly staged: Staged,
    private readonly look: PictureLook,
  ) {
    const { model, source, take, strands } = staged
    this.facts = pictureFacts(model.document)
    this.renderer = new THREE.WebGLRenderer({
      canvas,
      antialias: true,
      alpha: true,
      preserveDrawingBuffer: true,
    })
    this.renderer.shadowMap.enabled = true
    this.renderer.shadowMap.type = THREE.PCFShadowMap
    this.model.setMeshes(look.meshes)
    this.model.setPalette(look.palette)
    const background = source.picture?.background
    this.model.setBackground(BACKDROPS[background ?? ''] ?? null)
    if (background === 'transparent') this.model.bare()
    this.showing = look.isShowing ? new Showing(this.renderer, this.model.scene) : null
    const room = look.isShowing ? roomLight(this.renderer) : null
    this.model.setQuality({ isShowing: look.isShowing, outlines: !look.isShowing }, room)
    this.model.setGrid(background === undefined || background === 'paper')
    this.model.setDocument(model.document)
    this.model.strands.set(strands)
    // the ground lies under the first picture, whichever is drawn first
    this.model.bodies.setPose(take.bodies, take.poses, 0)
    this.model.settle(new THREE.Vector3(0, 0, 1))
  }

  /** @param ratio pixels of the canvas for one of the page */
  resize(width: number, height: number, ratio = 1): void {
    this.width = width
    this.height = height
    this.renderer.setPixelRatio(ratio)
    this.renderer.setSize(width, height, false)
    this.cameras.resize(width, height)
  }

  /** A length that represents the whole [m]. */
  get size(): number {
    return this.model.bodies.size()
  }

  /** Bounds of the bodies as they stand now, in ground. */
  bounds(): THREE.Box3 {
    return this.model.bodies.bounds()
  }

  /**
   * Draws one frame of the take.
   * @param time of the frame [s] @param from where it is seen
   * @returns what is to be written over it
   */
  draw(frame: number, time: number, from: SeenFrom): Written[] {
    const { model, cameras } = this
    const { take, scene, cues, shots, strands } = this.staged
    const at = frame * POSE * take.bodies.length
    scene.goTo({ bodies: take.bodies, poses: take.poses, at })
    const seen = seenAt(cues, time)
    model.setSeen(seen)
    model.bodies.show(seen.opacities)
    model.bodies.setPose(take.bodies, take.poses, at)
    if (strands.length > 0) model.strands.follow(model.bodies, this.turnsAt(frame))
    model.trails.set(this.trailsAt(seen, frame), model.bodies.size())
    const { own, usual, aspect } = from
    const shot = () =>
      cameras.of({ camera: cameraAt(shots, time, scene) ?? usual, aspect }, model.bodies.size())
    const camera = own ?? shot()
    model.settle(axesOf(camera)[2])
    this.renderer.clippingPlanes = seen.section
      ? [new THREE.Plane(new THREE.Vector3(...seen.section.normal).negate(), seen.section.distance)]
      : []
    if (this.showing) this.showing.render(camera as AnyCamera, model.bodies.size())
    else this.renderer.render(model.scene, camera)
    const onPicture = (point: readonly [number, number, number]): Spot => {
      const { x, y } = new THREE.Vector3(...point).project(camera)
      return [((x + 1) / 2) * this.width, ((1 - y) / 2) * this.height]
    }
    const { display } = this.look
    return writtenAt(seen.shown, { ...this.facts, take, frame, scene, onPicture, display })
  }

  dispose(): void {
    this.showing?.dispose()
    this.model.scene.environment?.dispose()
    this.model.dispose()
    this.renderer.dispose()
  }

  private turnsAt(frame: number): number[] {
    const { take, strands } = this.staged
    const { coordinates, coordinateChannels } = take
    return strands.map(({ coordinate }) => coordinates[frame * coordinateChannels.length + coordinate] ?? 0)
  }

  private trailsAt(seen: Seen, frame: number): Float32Array[] {
    const { model, take, scene } = this.staged
    return tracedDatums(seen).flatMap((id) => {
      const datum = model.document.datums.find((one) => one.id === id)
      const point = datum && scene.pointOn(id)
      return point ? [trailOf(take, datum.body, point).subarray(0, 3 * (frame + 1))] : []
    })
  }
}
