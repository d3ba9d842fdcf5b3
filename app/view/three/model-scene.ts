/** What a picture of a mechanism is made of, whoever draws it: bodies, cords and springs, trails, light, ground, background. */
import * as THREE from 'three'
import type { MechanismDocument, Mesh, Seen } from '@ligamen/core'
import { BodyShapes } from './bodies'
import type { Quality } from './bodies'
import { Ground } from './ground'
import type { Palette } from './palette'
import { Strands } from './strands'
import { Trace } from './trace'

const SKYLIGHT = 2.6
const ROOMLIGHT = 0.75
/** What is left of both lights where a room shines from all around. */
const BESIDE_ROOM = { sky: 0.16, sun: 0.8 }

export class ModelScene {
  readonly scene = new THREE.Scene()
  readonly bodies = new BodyShapes()
  readonly strands = new Strands()
  readonly trails = new Trace('measured', 0.0028)
  private readonly light = new THREE.HemisphereLight('#ffffff', '#cfc7b5', SKYLIGHT)
  private readonly ground = new Ground()
  /** Bounds of the bodies as they stood when the document was set; the ground lies under them. */
  private bounds: THREE.Box3 | null = null
  private palette: Palette | null = null
  private background: string | null = null

  constructor() {
    this.scene.add(this.light, this.ground.root, this.bodies.root, this.strands.root, this.trails.root)
  }

  setMeshes(meshes: (hash: string) => Mesh | undefined): void {
    this.bodies.setMeshes(meshes)
  }

  setPalette(palette: Palette): void {
    this.palette = palette
    this.setBackground(this.background)
    this.bodies.setPalette(palette)
    this.trails.setPalette(palette)
    this.strands.setPalette(palette)
  }

  /** @param room light from all around, for what looks like what it is made of; null without */
  setQuality(quality: Quality, room: THREE.Texture | null): void {
    this.scene.environment = room
    this.scene.environmentIntensity = ROOMLIGHT
    this.light.intensity = SKYLIGHT * (room ? BESIDE_ROOM.sky : 1)
    this.ground.dim(room ? BESIDE_ROOM.sun : 1)
    this.bodies.setQuality(quality)
  }

  /** A colour behind the model; null for the palette's own. */
  setBackground(colour: string | null): void {
    this.background = colour
    const shown = colour ?? this.palette?.view
    if (shown) this.scene.background = new THREE.Color(shown)
  }

  setDocument(document: MechanismDocument): void {
    this.bodies.setDocument(document)
    this.bounds = null
  }

  /** Bodies drawn in other colours and away from where they are. */
  setSeen({ colours, offsets }: Pick<Seen, 'colours' | 'offsets'>): void {
    this.bodies.colour(colours)
    this.bodies.offset(offsets)
  }

  /** Takes away what is behind the model, but for its shadow; returns how to put it back. */
  bare(): () => void {
    const { background } = this.scene
    this.scene.background = null
    this.ground.showGrid(false)
    return () => {
      this.scene.background = background
      this.ground.showGrid(true)
    }
  }

  /** Whether lines lie on the ground. */
  setGrid(on: boolean): void {
    this.ground.hasGrid = on
  }

  /**
   * Puts everything where it is drawn; to be called before a picture is made.
   * @param toViewer from the model, in ground
   * @returns the distance of the grid's lines [m], or null without a grid; undefined when nothing has changed
   */
  settle(toViewer: THREE.Vector3): number | null | undefined {
    this.bodies.settle()
    this.bounds ??= this.bodies.bounds()
    return this.palette ? this.ground.lay(this.bounds, this.bodies.count, toViewer, this.palette) : undefined
  }

  dispose(): void {
    this.bodies.dispose()
  }
}
