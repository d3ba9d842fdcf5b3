/**
 * The 3D view as a plain module: bodies, joint glyphs and traces of a mechanism, drawn only when something changed.
 * Ground has z up; lengths are metres.
 */
import * as THREE from 'three'
import type { AnyStrand, Camera, Frame, MechanismDocument, Mesh, ResolvedPart, Seen } from '@ligamen/core'
import { Aids } from './aids'
import type { BodyHit, Quality } from './bodies'
import { Drawing } from './drawing'
import type { DrawnForce } from './force-arrows'
import { frameOf } from './frame-matrix'
import { JointGlyphs } from './glyphs'
import type { GlyphSpec } from './glyphs'
import { Handles } from './handles'
import { ModelScene } from './model-scene'
import type { DatumMark } from './markers'
import type { Palette } from './palette'
import { TravelDial } from './travel-dial'
import type { DialSpec, Limit } from './travel-dial'
import { axesOf, ShotCamera } from './shot-camera'
import type { ShotView } from './shot-camera'
import { Sight } from './sight'
import { Pictures } from './pictures'
import type { AnyCamera } from './snapshot'
import { Viewpoint } from './viewpoint'
import type { Side } from './viewpoint'

type Vector = readonly [number, number, number]

export type Hit = { kind: 'body' | 'joint'; id: string } | null

/** Size of glyphs in a crowd, as a share of the usual one. */
const IN_CROWD = 0.5

export class Viewport {
  private readonly model = new ModelScene()
  private readonly renderer: THREE.WebGLRenderer
  private readonly viewpoint: Viewpoint
  private drawnAt = 0
  private readonly bodies = this.model.bodies
  private readonly glyphs = new JointGlyphs()
  private readonly aids = new Aids(() => this.redraw())
  private readonly dial = new TravelDial()
  private readonly section = new THREE.Plane()
  private readonly handles: Handles
  private readonly drawing: Drawing
  /** How bodies have moved by handles, in ground; 12 numbers, see maths/frame.ts of the core. */
  onHandles: (ids: readonly string[], motion: Frame, done: boolean) => void = () => undefined
  /** The distance of the grid's lines has changed [m]; null while there is no grid. */
  onGrid: (spacing: number | null) => void = () => undefined
  /** The model has been drawn, from wherever it is seen. */
  onDrawn: () => void = () => undefined
  /** The view has turned: right, up and towards the viewer, in ground. */
  onTurned: (axes: readonly Vector[]) => void = () => undefined
  /** The view has been turned while a shot was looked through, and goes on from there. */
  onLeft: () => void = () => undefined
  private turned = ''
  private readonly shotCamera = new ShotCamera()
  /** Between the canvas and ground. */
  readonly sight: Sight
  /** From where it is seen instead of from where the person at the screen looks; null for that. */
  private shot: ShotView | null = null
  private scheduled = 0
  private dirty = true
  /** The view at any size, to be kept. */
  readonly pictures: Pictures

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new THREE.WebGLRenderer({ canvas, antialias: true })
    // asking a driver for its compiler's log stops the page until the shader is compiled
    this.renderer.debug.checkShaderErrors = false
    this.renderer.setPixelRatio(Math.min(2, globalThis.devicePixelRatio))
    this.viewpoint = new Viewpoint(
      canvas,
      () => this.wake(),
      () => this.leaveShot(),
    )
    this.sight = new Sight(canvas, () => this.camera())
    this.handles = new Handles(
      this.viewpoint.camera,
      canvas,
      () => this.redraw(),
      (on) => (this.viewpoint.controls.enabled = !on),
      (ids, motion, done) => {
        this.bodies.moveBy(ids, motion, done)
        this.onHandles(ids, frameOf(motion), done)
        this.redraw()
      },
    )
    this.drawing = new Drawing(this.renderer, this.model, () => this.wake())
    this.pictures = new Pictures(this.renderer, this.model, () => {
      const { shot, viewpoint } = this
      return { shot, camera: viewpoint.camera, view: viewpoint.asCamera() }
    })
    this.renderer.shadowMap.enabled = true
    this.renderer.shadowMap.type = THREE.PCFShadowMap
    this.model.scene.add(this.handles.root, this.glyphs.root, ...this.aids.roots)
  }

  setPalette(palette: Palette): void {
    this.model.setPalette(palette)
    this.glyphs.setPalette(palette)
    this.aids.setPalette(palette)
    this.dial.setPalette(palette)
    this.handles.setPalette(palette)
    this.redraw()
  }

  setDocument(document: MechanismDocument): void {
    this.model.setDocument(document)
    this.redraw()
  }

  /** Joints to draw, smaller in a crowd of others; they follow their bodies. */
  setJoints(joints: readonly GlyphSpec[], crowded: boolean): void {
    this.glyphs.set(joints, this.bodies, (crowded ? IN_CROWD : 1) * this.bodies.size(), crowded)
    this.redraw()
  }

  setStrands(places: readonly AnyStrand[]): void {
    this.model.strands.set(places)
    this.redraw()
  }

  /** Lets the cords, belts and springs follow the bodies, with the turns of their drums and pulleys [rad]. */
  followStrands(turns: readonly number[]): void {
    this.model.strands.follow(this.bodies, turns)
    this.redraw()
  }

  /** Paths of points [m], three numbers a point. */
  setTrails(paths: readonly Float32Array[]): void {
    this.aids.trace.set(paths, this.bodies.size())
    this.redraw()
  }

  /** Paths of points that belong to the picture, likewise. */
  setPictureTrails(paths: readonly Float32Array[]): void {
    this.model.trails.set(paths, this.bodies.size())
    this.redraw()
  }

  /** Lines that show which way things go, or outlines of bodies that would touch [m], three numbers a point. */
  setLines(what: 'arrows' | 'outlines', lines: readonly Float32Array[]): void {
    this.aids[what].set(lines, this.bodies.size())
    this.redraw()
  }

  setForces(forces: readonly DrawnForce[]): void {
    this.aids.forces.set(forces, this.bodies.size())
  }

  /** Of the mechanism [m]. */
  get size(): number {
    return this.bodies.size()
  }

  /** Shows everything once more, faint, at other poses; none for an empty list. */
  setGhosts(ids: readonly string[], poses: Float64Array, at: readonly number[]): void {
    this.bodies.setGhosts(ids, poses, at)
    this.redraw()
  }

  /** Poses of all bodies in the order of `ids`, seven numbers each from `at`; see BodyShapes. */
  setPose(ids: readonly string[], poses: Float64Array, at: number, next?: number, share?: number): void {
    this.bodies.setPose(ids, poses, at, next, share)
    this.redraw()
  }

  select(bodies: ReadonlySet<string>, joints: ReadonlySet<string>): void {
    this.bodies.select(bodies)
    this.glyphs.select(joints)
    this.redraw()
  }

  setMeshes(meshes: (hash: string) => Mesh | undefined): void {
    this.model.setMeshes(meshes)
  }

  /** Bodies that are not named are shown. */
  setShowing(showing: ReadonlyMap<string, number>): void {
    this.bodies.show(showing)
    this.redraw()
  }

  setDatums(marks: readonly DatumMark[]): void {
    this.aids.markers.setDatums(marks, this.bodies, this.bodies.size())
    this.redraw()
  }

  /** Points in ground that can be dragged [m]. */
  setPoints(points: readonly (readonly [number, number, number])[]): void {
    this.aids.markers.setPoints(points, this.bodies.size())
    this.redraw()
  }

  setHandles(kind: 'move' | 'turn' | null, ids: readonly string[], frame: Frame | null): void {
    this.handles.set(kind, ids, frame)
    this.redraw()
  }

  /** The travel of a joint, drawn on the model; null for none. */
  setDial(spec: DialSpec | null): void {
    this.dial.set(spec, this.bodies, this.bodies.size())
    this.redraw()
  }

  /** The knob of the dial under a point of the canvas. */
  dialKnob(x: number, y: number): Limit | null {
    return this.dial.hit(this.sight.rayAt(x, y))
  }

  /** The coordinate to which the dial is pulled at a point of the canvas; of a turn the one nearest to `near`. */
  dialValueAt(x: number, y: number, near: number): number | null {
    return this.dial.valueAt(this.sight.rayAt(x, y).ray, near)
  }

  /** Whether the pointer is on a handle. */
  onHandle(): boolean {
    return this.handles.touched()
  }

  /** Surfaces that are seen through, and points, in ground. */
  setSpaces(solids: readonly Float32Array[], points: Float32Array | null): void {
    this.aids.markers.setSpaces(solids, points)
    this.redraw()
  }

  setOverlaps(solids: readonly Float32Array[]): void {
    this.aids.markers.setOverlaps(solids)
    this.redraw()
  }

  /** A part about to be made, where it would be; null for none. */
  setGhost(part: ResolvedPart | null, frame: Frame): void {
    this.aids.markers.setGhost(part, frame)
    this.redraw()
  }

  /** Cuts away what lies beyond a plane: its normal, and its distance from the origin [m]; null for no cut. */
  setSection(plane: { normal: readonly [number, number, number]; distance: number } | null): void {
    if (plane) this.section.set(new THREE.Vector3(...plane.normal).negate(), plane.distance)
    this.renderer.clippingPlanes = plane ? [this.section] : []
    this.redraw()
  }

  /** Bounds of bodies in ground: lower corner and upper corner [m]; null for nothing. */
  boundsOf(ids?: readonly string[]): [number, number, number, number, number, number] | null {
    const { min, max } = this.bodies.boundsOf(ids)
    return min.x > max.x ? null : [min.x, min.y, min.z, max.x, max.y, max.z]
  }

  /** What is under a point of the canvas (CSS pixels). */
  pick(x: number, y: number): Hit {
    const ray = this.sight.rayAt(x, y)
    const joint = this.glyphs.hit(ray)
    if (joint) return { kind: 'joint', id: joint }
    const body = this.bodies.hit(ray)
    return body ? { kind: 'body', id: body.body } : null
  }

  /** Where a body is under a point of the canvas. */
  hitAt(x: number, y: number): BodyHit | null {
    return this.bodies.hit(this.sight.rayAt(x, y))
  }

  /** A point of a body in ground. */
  toGround(body: string, point: readonly [number, number, number]): [number, number, number] {
    const matrix = this.bodies.matrix(body)
    if (!matrix) return [...point]
    const { x, y, z } = new THREE.Vector3(...point).applyMatrix4(matrix)
    return [x, y, z]
  }

  /** Whether dragging with the first button turns the view. */
  setOrbiting(on: boolean): void {
    this.viewpoint.setOrbiting(on)
  }

  /** Shows bodies, or everything, from a side or from where it is seen now. */
  look(side: Side | null, smoothly: boolean, ids?: readonly string[]): void {
    const model = this.bodies.bounds()
    const box = ids ? this.bodies.boundsOf(ids) : model
    this.viewpoint.look(side, box.isEmpty() ? model : box, model, smoothly)
    this.redraw()
  }

  /** Back to the view before; false when there is none. */
  lookBack(smoothly: boolean): boolean {
    const found = this.viewpoint.goBack(smoothly)
    this.redraw()
    return found
  }

  /** Looks through a shot, or with the eyes of the person at the screen again for null. */
  setShot(shot: ShotView | null): void {
    this.shot = shot
    this.model.setBackground(shot?.background ?? null)
    this.redraw()
  }

  private leaveShot(): void {
    if (!this.shot) return
    const { camera } = this.shot
    this.setShot(null)
    this.lookFrom(camera)
    this.onLeft()
  }

  /** From where the person at the screen looks. */
  lookingFrom(): Camera {
    return this.viewpoint.asCamera()
  }

  /** Puts the person at the screen where a camera is; the view before can be gone back to. */
  lookFrom(camera: Camera): void {
    this.viewpoint.goTo(camera, this.bodies.bounds())
    this.handles.setCamera(this.viewpoint.camera)
    this.redraw()
  }

  setSeen(seen: Pick<Seen, 'colours' | 'offsets'>): void {
    this.model.setSeen(seen)
    this.redraw()
  }

  /** Things as they are, or plain; while something moves, they are drawn without the dark of their corners. */
  setQuality(quality: Quality): void {
    this.drawing.setQuality(quality)
    this.redraw()
  }

  setParallel(on: boolean): void {
    this.viewpoint.setParallel(on, this.bodies.bounds())
    this.handles.setCamera(this.viewpoint.camera)
    this.redraw()
  }

  resize(width: number, height: number): void {
    if (width === 0 || height === 0) return
    this.renderer.setSize(width, height, false)
    this.viewpoint.resize(width, height)
    this.shotCamera.resize(width, height)
    this.redraw()
  }

  dispose(): void {
    cancelAnimationFrame(this.scheduled)
    this.drawing.dispose()
    this.handles.dispose()
    this.viewpoint.controls.dispose()
    this.model.dispose()
    this.renderer.dispose()
  }

  private redraw(): void {
    this.dirty = true
    this.wake()
  }

  private wake(): void {
    if (this.scheduled === 0) {
      this.drawnAt = performance.now()
      this.scheduled = requestAnimationFrame(() => this.draw())
    }
  }

  private draw(): void {
    this.scheduled = 0
    const elapsed = (performance.now() - this.drawnAt) / 1000
    const moving = this.viewpoint.controls.update(Math.min(0.1, Math.max(0.001, elapsed)))
    if (moving || this.dirty || this.drawing.isDue) this.render(moving || this.dirty)
    this.dirty = false
    if (moving) this.wake()
  }

  private render(isMoving: boolean): void {
    const camera = this.camera()
    // a picture has in it what its cues say, and nothing that is there to work with
    this.aids.show(!this.shot)
    const axes = axesOf(camera)
    const spacing = this.model.settle(axes[2])
    if (spacing !== undefined) this.onGrid(spacing)
    const turned = axes.map(({ x, y, z }): Vector => [x, y, z])
    if (turned.join() !== this.turned) {
      this.turned = turned.join()
      this.onTurned(turned)
    }
    this.drawing.draw(camera, isMoving)
    this.onDrawn()
  }

  /** The camera that draws: of the shot that is looked through, or of the person at the screen. */
  private camera(): AnyCamera {
    return this.shot ? this.shotCamera.of(this.shot, this.bodies.size()) : this.viewpoint.camera
  }
}
