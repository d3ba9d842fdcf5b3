/**
 * Joint glyphs on the model, as large as the smaller of the bodies that they join asks for. What a driver moves carries an
 * arrow in the direction of its motion. Glyphs give way to the model: where a part is in front they are only hinted at. In a
 * crowd, where few are shown, they are drawn once and over everything, since every mesh costs script in every frame.
 */
import * as THREE from 'three'
import { mergeGeometries } from 'three/addons/utils/BufferGeometryUtils.js'
import type { BodyShapes } from './bodies'
import { block, glyphShapes } from './glyph-shapes'
import { matrixOf } from './frame-matrix'
import { AIDS } from './layers'
import type { Palette } from './palette'

export interface GlyphSpec {
  readonly id: string
  readonly kind: string
  /** Body that carries the glyph, and the joint's frame on it (12 numbers). */
  readonly body: string
  readonly frame: Float64Array
  /** Both bodies that it joins; their size gives that of the glyph. */
  readonly joined: readonly string[]
  readonly driven: boolean
  /** Turns or slides against its axis. */
  readonly reversed: boolean
}

/** Share of the mechanism's size that the largest glyphs take, and how much smaller than those the smallest are. */
const SHARE = 0.045
const SMALLEST = 0.3
/** Radius of a glyph over the second longest side of the smaller body that it joins. */
const OF_BODY = 0.75
/** How much shows through parts in front; of what is selected more. */
const HINTED = { opacity: 0.45, selected: 0.7 }
/** The glyph itself, and the arrow of a driver, in sizes of the joint. */
const SIZES = { plain: 0.55, driven: 1.25 }

export class JointGlyphs {
  readonly root = new THREE.Group()
  private readonly plain = new Ink()
  private readonly driven = new Ink()
  private readonly chosen = new Ink()
  private readonly glyphs = new Map<string, Glyph>()
  private readonly geometries = new Map<string, THREE.BufferGeometry>()
  private selected: ReadonlySet<string> = new Set()

  constructor() {
    this.chosen.hinted.opacity = HINTED.selected
  }

  setPalette(palette: Palette): void {
    this.plain.set(palette.edge)
    this.driven.set(palette.primary)
    this.chosen.set(palette.selected)
  }

  /** @param crowded whether there are many more joints than these */
  set(joints: readonly GlyphSpec[], bodies: BodyShapes, size: number, crowded: boolean): void {
    for (const glyph of this.glyphs.values()) for (const one of meshesOf(glyph)) one.removeFromParent()
    this.glyphs.clear()
    const widths = new Widths(bodies)
    for (const joint of joints) {
      const body = bodies.carrier(joint.body)
      if (!body) continue
      const geometry = this.geometry(joint)
      const glyph: Glyph = {
        mesh: new THREE.Mesh(geometry),
        behind: crowded ? null : new THREE.Mesh(geometry),
        driven: joint.driven,
      }
      const largest = SHARE * size
      const wanted = OF_BODY * Math.min(...joint.joined.map((id) => widths.of(id)))
      const scale = Math.min(Math.max(wanted, SMALLEST * largest), largest)
      for (const one of meshesOf(glyph)) {
        one.applyMatrix4(matrixOf(joint.frame))
        one.scale.setScalar(scale * (joint.driven ? SIZES.driven : SIZES.plain))
        one.updateMatrix()
        one.matrixAutoUpdate = false
        one.renderOrder = 2
        one.layers.set(AIDS)
        body.add(one)
      }
      glyph.mesh.userData.joint = joint.id
      this.glyphs.set(joint.id, glyph)
    }
    this.mark()
  }

  /** One geometry for all joints that look alike. */
  private geometry({ kind, driven, reversed }: GlyphSpec): THREE.BufferGeometry {
    const key = `${kind} ${driven} ${reversed}`
    const known = this.geometries.get(key)
    if (known) return known
    const shapes = (glyphShapes[kind] ?? block)({ driven, reversed })
    const geometry = mergeGeometries(shapes.map((shape) => shape.toNonIndexed()))
    this.geometries.set(key, geometry)
    return geometry
  }

  select(ids: ReadonlySet<string>): void {
    this.selected = ids
    this.mark()
  }

  hit(ray: THREE.Raycaster): string | null {
    const seen = [...this.glyphs.values()].flatMap(({ mesh }) => (mesh.parent?.visible ? [mesh] : []))
    const [first] = ray.intersectObjects(seen, false)
    return first ? (first.object.userData.joint as string) : null
  }

  private mark(): void {
    for (const [id, { mesh, behind, driven }] of this.glyphs) {
      const ink = this.selected.has(id) ? this.chosen : driven ? this.driven : this.plain
      mesh.material = behind ? ink.seen : ink.over
      if (behind) behind.material = ink.hinted
    }
  }
}

/** A glyph where it is seen, and where parts are in front of it. */
interface Glyph {
  readonly mesh: THREE.Mesh
  readonly behind: THREE.Mesh | null
  readonly driven: boolean
}

const meshesOf = ({ mesh, behind }: Glyph): THREE.Mesh[] => (behind ? [mesh, behind] : [mesh])

/** A colour of glyphs. */
class Ink {
  readonly seen = new THREE.MeshBasicMaterial({ transparent: true, opacity: 0.9, depthWrite: false })
  readonly hinted = new THREE.MeshBasicMaterial({
    transparent: true,
    opacity: HINTED.opacity,
    depthFunc: THREE.GreaterDepth,
    depthWrite: false,
  })

  readonly over = new THREE.MeshBasicMaterial({ transparent: true, opacity: 0.85, depthTest: false })

  set(colour: THREE.ColorRepresentation): void {
    for (const material of [this.seen, this.hinted, this.over]) material.color.set(colour)
  }
}

/** How wide bodies are: their second longest side [m]; endless for those without a shape. */
class Widths {
  private readonly known = new Map<string, number>()

  constructor(private readonly bodies: BodyShapes) {}

  of(body: string): number {
    const known = this.known.get(body)
    if (known !== undefined) return known
    const width = this.bodies.sidesOf(body)[1] ?? Infinity
    this.known.set(body, width)
    return width
  }
}
