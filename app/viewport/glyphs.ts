/**
 * Joint glyphs on the model, after ISO 3952: a ring about the axis of a revolute joint, a bar with two heads along
 * a prismatic one. What a driver moves carries an arrow in the direction of its motion.
 */
import * as THREE from 'three'
import type { BodyShapes } from './bodies'
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

type Draw = (glyph: THREE.Group, radius: number, spec: GlyphSpec, material: THREE.Material) => void

const drawings: Readonly<Record<string, Draw>> = { revolute: drawRing, prismatic: drawBar }

export class JointGlyphs {
  readonly root = new THREE.Group()
  private readonly plain = new THREE.MeshBasicMaterial()
  private readonly driven = new THREE.MeshBasicMaterial()
  private readonly chosen = new THREE.MeshBasicMaterial()
  private readonly glyphs = new Map<string, { group: THREE.Group; driven: boolean }>()
  private selected: string | null = null

  constructor() {
    // glyphs show through the parts that stand before them
    for (const material of [this.plain, this.driven, this.chosen]) {
      material.depthTest = false
      material.transparent = true
      material.opacity = 0.85
    }
  }

  setPalette(palette: Palette): void {
    this.plain.color.set(palette.edge)
    this.driven.color.set(palette.playhead)
    this.chosen.color.set(palette.primary)
  }

  set(joints: readonly GlyphSpec[], bodies: BodyShapes, size: number): void {
    for (const { group } of this.glyphs.values()) {
      group.removeFromParent()
      group.traverse((o) => {
        if (o instanceof THREE.Mesh) o.geometry.dispose()
      })
    }
    this.glyphs.clear()
    for (const joint of joints) {
      const draw = drawings[joint.kind]
      const body = bodies.group(joint.body)
      if (!draw || !body) continue
      const group = new THREE.Group()
      group.userData.joint = joint.id
      const [xx, xy, xz, yx, yy, yz, zx, zy, zz, x, y, z] = joint.frame as unknown as number[]
      group.applyMatrix4(
        new THREE.Matrix4().set(xx!, yx!, zx!, x!, xy!, yy!, zy!, y!, xz!, yz!, zz!, z!, 0, 0, 0, 1),
      )
      draw(group, SHARE * size * (joint.driven ? 1.25 : 0.55), joint, joint.driven ? this.driven : this.plain)
      group.renderOrder = 2
      this.glyphs.set(joint.id, { group, driven: joint.driven })
      body.add(group)
    }
    this.mark()
  }

  select(id: string | null): void {
    this.selected = id
    this.mark()
  }

  hit(ray: THREE.Raycaster): string | null {
    const groups = [...this.glyphs.values()].map(({ group }) => group)
    const [first] = ray.intersectObjects(groups, true)
    for (let o: THREE.Object3D | null = first?.object ?? null; o; o = o.parent) {
      if (o.userData.joint) return o.userData.joint as string
    }
    return null
  }

  private mark(): void {
    for (const [id, { group, driven }] of this.glyphs) {
      const material = id === this.selected ? this.chosen : driven ? this.driven : this.plain
      group.traverse((o) => {
        if (o instanceof THREE.Mesh) {
          o.material = material
          o.renderOrder = 2
        }
      })
    }
  }
}

function drawRing(glyph: THREE.Group, radius: number, spec: GlyphSpec, material: THREE.Material): void {
  const sweep = spec.driven ? 1.5 * Math.PI : 2 * Math.PI
  const tube = radius * (spec.driven ? 0.075 : 0.12)
  const ring = new THREE.Mesh(new THREE.TorusGeometry(radius, tube, 10, 64, sweep), material)
  glyph.add(ring)
  if (!spec.driven) return
  const head = new THREE.Mesh(new THREE.ConeGeometry(radius * 0.2, radius * 0.5, 20), material)
  const angle = spec.reversed ? 0 : sweep
  head.position.set(radius * Math.cos(angle), radius * Math.sin(angle), 0)
  head.rotation.z = spec.reversed ? angle + Math.PI : angle
  glyph.add(head)
}

function drawBar(glyph: THREE.Group, radius: number, spec: GlyphSpec, material: THREE.Material): void {
  const bar = new THREE.Mesh(new THREE.CylinderGeometry(radius * 0.1, radius * 0.1, radius * 3, 12), material)
  bar.rotation.x = Math.PI / 2
  glyph.add(bar)
  const ends = spec.driven ? [spec.reversed ? -1 : 1] : [1, -1]
  for (const end of ends) {
    const head = new THREE.Mesh(new THREE.ConeGeometry(radius * 0.3, radius * 0.7, 16), material)
    head.position.z = end * radius * 1.5
    head.rotation.x = (end * Math.PI) / 2
    glyph.add(head)
  }
}
