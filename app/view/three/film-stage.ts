/**
 * Draws the pictures of a scenario at any times, without a page: in the worker that makes films. The motion is solved at
 * exactly these times, so that slow motion has pictures of its own and repeats none.
 */
import {
  cameraAt,
  openModel,
  POSE,
  reportModel,
  resolvePlaces,
  runScenario,
  seenAt,
  siOr,
  TakeScene,
  timedCues,
  timedShots,
  tracedDatums,
} from '@ligamen/core'
import type {
  AnyStrand,
  Camera,
  Mesh,
  MechanismDocument,
  Result,
  Seen,
  Take,
  TimedCue,
  TimedShot,
} from '@ligamen/core'
import * as THREE from 'three'
import { trailOf } from '../trails'
import { paintWritten } from '../writing/paint'
import type { Inks } from '../writing/paint'
import { pictureFacts } from '../writing/picture-facts'
import { writtenAt } from '../writing/written'
import type { Spot } from '../writing/written'
import { ModelScene } from './model-scene'
import { BACKDROPS } from './palette'
import type { Palette } from './palette'
import { axesOf, ShotCamera } from './shot-camera'

export interface PictureWish {
  readonly document: MechanismDocument
  readonly scenario: string
  /** From where it is seen while there is no shot. */
  readonly view: Camera
  /** Times of the pictures, rising from the first on [s]. */
  readonly times: Float64Array
  readonly width: number
  readonly height: number
  readonly palette: Palette
  readonly inks: Inks
  readonly display: (value: number, dimension: Parameters<DisplayOf>[1]) => string
  readonly meshes: (hash: string) => Mesh | undefined
}
type DisplayOf = Parameters<typeof writtenAt>[1]['display']

/** Draws one picture after the other onto one canvas. */
export class FilmStage {
  /** The picture that was drawn last. */
  readonly canvas: OffscreenCanvas
  private readonly context: OffscreenCanvasRenderingContext2D
  private readonly renderer: THREE.WebGLRenderer
  private readonly model = new ModelScene()
  private readonly cameras = new ShotCamera()
  private readonly facts

  private constructor(
    private readonly wish: PictureWish,
    private readonly take: Take,
    private readonly shots: readonly TimedShot[],
    private readonly cues: readonly TimedCue[],
    private readonly scene: TakeScene,
    private readonly strands: readonly AnyStrand[],
  ) {
    const { document, width, height, palette, meshes } = wish
    this.facts = pictureFacts(document)
    this.canvas = new OffscreenCanvas(width, height)
    // read back for every picture
    this.context = this.canvas.getContext('2d', { willReadFrequently: true })!
    this.renderer = new THREE.WebGLRenderer({
      canvas: new OffscreenCanvas(width, height),
      antialias: true,
      preserveDrawingBuffer: true,
    })
    this.renderer.setSize(width, height, false)
    this.renderer.shadowMap.enabled = true
    this.renderer.shadowMap.type = THREE.PCFSoftShadowMap
    this.cameras.resize(width, height)
    this.model.setMeshes(meshes)
    this.model.setPalette(palette)
    const background = this.source.picture?.background
    this.model.setBackground(BACKDROPS[background ?? ''] ?? null)
    this.model.setGrid(background === undefined || background === 'paper')
    this.model.setDocument(document)
    this.model.strands.set(strands)
    // the ground lies under the first picture, whichever is drawn first
    this.model.bodies.setPose(take.bodies, take.poses, 0)
    this.model.settle(new THREE.Vector3(0, 0, 1))
  }

  /** Solves the scenario at the times of the pictures. Errors: those of opening and running it, and why it stopped. */
  static open(wish: PictureWish): Result<FilmStage> {
    const { document, scenario, times } = wish
    const model = openModel(document)
    if (!model.ok) return model
    const run = runScenario(model.value, scenario, times)
    if (!run.ok) return run
    run.value.advance(Infinity)
    const take = run.value.take()
    if (take.stopped) return { ok: false, problems: [take.stopped] }
    const places = resolvePlaces(document)
    if (!places.ok) return places
    const source = document.scenarios.find(({ id }) => id === scenario)!
    // what waits for a value has its time from the run
    const items = new Map(take.items.map((item) => [item.key, item]))
    const timesOf = (id: string) => items.get(id)
    const length = siOr(source.length, 'time')
    return {
      ok: true,
      value: new FilmStage(
        wish,
        take,
        timedShots(source.shots ?? [], timesOf),
        timedCues(source.cues ?? [], timesOf, length),
        new TakeScene(places.value),
        reportModel(model.value, scenario).strands,
      ),
    }
  }

  private get source() {
    return this.wish.document.scenarios.find(({ id }) => id === this.wish.scenario)!
  }

  /** Draws the picture at a place of the times. */
  draw(index: number): void {
    const { wish, take, model, scene, context, cameras } = this
    const time = wish.times[index]!
    const at = index * POSE * take.bodies.length
    scene.goTo({ bodies: take.bodies, poses: take.poses, at })
    const seen = seenAt(this.cues, time)
    model.setSeen(seen)
    model.bodies.show(seen.opacities)
    model.bodies.setPose(take.bodies, take.poses, at)
    if (this.strands.length > 0) model.strands.follow(model.bodies, this.turnsAt(index))
    model.trails.set(this.trailsAt(seen, index), model.bodies.size())
    const view = cameraAt(this.shots, time, scene) ?? wish.view
    const camera = cameras.of({ camera: view, aspect: null }, model.bodies.size())
    model.settle(axesOf(camera)[2])
    this.renderer.clippingPlanes = seen.section
      ? [new THREE.Plane(new THREE.Vector3(...seen.section.normal).negate(), seen.section.distance)]
      : []
    this.renderer.render(model.scene, camera)
    context.drawImage(this.renderer.domElement as unknown as OffscreenCanvas, 0, 0)
    const onPicture = (point: readonly [number, number, number]): Spot => {
      const { x, y } = new THREE.Vector3(...point).project(camera)
      return [((x + 1) / 2) * wish.width, ((1 - y) / 2) * wish.height]
    }
    const written = writtenAt(seen.shown, {
      ...this.facts,
      take,
      frame: index,
      scene,
      onPicture,
      display: wish.display,
    })
    const page = { left: 0, top: 0, width: wish.width, height: wish.height }
    paintWritten(context, page, written, wish.inks)
  }

  dispose(): void {
    this.model.dispose()
    this.renderer.dispose()
  }

  private turnsAt(index: number): number[] {
    const { coordinates, coordinateChannels } = this.take
    return this.strands.map(
      ({ coordinate }) => coordinates[index * coordinateChannels.length + coordinate] ?? 0,
    )
  }

  private trailsAt(seen: Seen, index: number): Float32Array[] {
    const { datums } = this.wish.document
    return tracedDatums(seen).flatMap((id) => {
      const datum = datums.find((one) => one.id === id)
      const point = datum && this.scene.pointOn(id)
      return point ? [trailOf(this.take, datum.body, point).subarray(0, 3 * (index + 1))] : []
    })
  }
}
