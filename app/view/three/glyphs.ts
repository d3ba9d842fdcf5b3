/** Joint glyphs on the model. What a driver moves carries an arrow in the direction of its motion. */
import * as THREE from 'three'
import { mergeGeometries } from 'three/addons/utils/BufferGeometryUtils.js'
import type { BodyShapes } from './bodies'
import { block, glyphShapes } from './glyph-shapes'
import { matrixOf } from './frame-matrix'
import type { Palette } from './palette'

export interface GlyphSpec {
  readonly id: string
  readonly kind: string
  /** Body that carries the glyph, and the joint's frame on it (12 numbers). */
  readonly body: string
  readonly frame: Float64Array
  readonly driven: boolean
  /** Turns or slides against its axis. */
  readonly reversed: boolean
}

/** Share of the mechanism's size that a glyph takes. */
const SHARE = 0.045

export class JointGlyphs {
  readonly root = new THREE.Group()
  private readonly plain = new THREE.MeshBasicMaterial()
  private readonly driven = new THREE.MeshBasicMaterial()
  private readonly chosen = new THREE.MeshBasicMaterial()
  private readonly glyphs = new Map<string, { mesh: THREE.Mesh; driven: boolean }>()
  private readonly geometries = new Map<string, THREE.BufferGeometry>()
  private selected: ReadonlySet<string> = new Set()

  constructor() {
    // glyphs show through the parts in front of them
    for (const material of [this.plain, this.driven, this.chosen]) {
      material.depthTest = false
      material.transparent = true
      material.opacity = 0.85
    }
  }

  setPalette(palette: Palette): void {
    this.plain.color.set(palette.edge)
    this.driven.color.set(palette.primary)
    this.chosen.color.set(palette.selected)
  }

  set(joints: readonly GlyphSpec[], bodies: BodyShapes, size: number): void {
    for (const { mesh } of this.glyphs.values()) mesh.removeFromParent()
    this.glyphs.clear()
    for (const joint of joints) {
      const body = bodies.carrier(joint.body)
      if (!body) continue
      const mesh = new THREE.Mesh(this.geometry(joint), this.plain)
      mesh.userData.joint = joint.id
      mesh.applyMatrix4(matrixOf(joint.frame))
      mesh.scale.setScalar(SHARE * size * (joint.driven ? 1.25 : 0.55))
      mesh.renderOrder = 2
      this.glyphs.set(joint.id, { mesh, driven: joint.driven })
      body.add(mesh)
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
    for (const [id, { mesh, driven }] of this.glyphs)
      mesh.material = this.selected.has(id) ? this.chosen : driven ? this.driven : this.plain
  }
}
