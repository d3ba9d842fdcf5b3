/**
 * Bodies of a mechanism as three objects. The geometry of a part is built once for each set of dimensions, and the
 * material of a colour is kept over every edit, since letting the last one go would compile its shader anew.
 */
import * as THREE from 'three'
import {
  CHORDS,
  joined,
  placedFrames,
  placementFrame,
  POSE,
  readQuaternion,
  resolvePart,
  shapeOf,
} from '@ligamen/core'
import type { MechanismDocument, Part, ResolvedPart } from '@ligamen/core'
import type { Palette } from './palette'

/** A colour as it looks, and as it looks while its body is selected. */
interface Paint {
  readonly plain: THREE.MeshStandardMaterial
  readonly chosen: THREE.MeshStandardMaterial
}

interface PartGeometry {
  readonly solid: THREE.BufferGeometry
  readonly edges: THREE.BufferGeometry
}

export class BodyShapes {
  readonly root = new THREE.Group()
  private readonly groups = new Map<string, THREE.Group>()
  private readonly geometries = new Map<string, PartGeometry>()
  private readonly paints = new Map<string, Paint>()
  private edgeMaterial = new THREE.LineBasicMaterial({ transparent: true, opacity: 0.55 })
  private selectedEdges = new THREE.LineBasicMaterial()
  private palette: Palette | null = null
  private selected: string | null = null

  setPalette(palette: Palette): void {
    this.palette = palette
    this.edgeMaterial.color.set(palette.edge)
    this.selectedEdges.color.set(palette.playhead)
    for (const { chosen } of this.paints.values()) chosen.emissive.set(palette.playhead)
    this.mark()
  }

  setDocument(document: MechanismDocument): void {
    this.clear()
    const sources = new Map(document.parts.map((part) => [part.id, part]))
    const parts = resolved(document.parts)
    const used = new Set<string>()
    for (const body of document.bodies) {
      const group = new THREE.Group()
      group.name = body.id
      const frames = placedFrames(body, parts, '')
      for (const placed of frames.ok ? body.parts : []) {
        const part = sources.get(placed.part)!
        const key = this.geometryKey(part, parts.get(placed.part)!)
        used.add(key)
        const object = this.placedPart(part, key)
        if (frames.ok) place(object, frames.value.get(placed.id)!)
        group.add(object)
      }
      place(group, placementFrame(body.pose))
      this.groups.set(body.id, group)
      this.root.add(group)
    }
    for (const [key, { solid, edges }] of this.geometries) {
      if (used.has(key)) continue
      solid.dispose()
      edges.dispose()
      this.geometries.delete(key)
    }
    this.mark()
  }

  setPose(ids: readonly string[], poses: Float64Array, at: number): void {
    ids.forEach((id, k) => {
      const group = this.groups.get(id)
      const p = at + POSE * k
      group?.position.set(poses[p]!, poses[p + 1]!, poses[p + 2]!)
      group?.quaternion.set(poses[p + 4]!, poses[p + 5]!, poses[p + 6]!, poses[p + 3]!)
    })
  }

  group(id: string): THREE.Group | undefined {
    return this.groups.get(id)
  }

  select(id: string | null): void {
    this.selected = id
    this.mark()
  }

  hit(ray: THREE.Raycaster): string | null {
    const [first] = ray
      .intersectObjects(this.root.children, true)
      .filter((h) => h.object instanceof THREE.Mesh)
    return first ? ownerOf(first.object) : null
  }

  bounds(): THREE.Box3 {
    return new THREE.Box3().setFromObject(this.root)
  }

  /** A length that stands for the whole [m]. */
  size(): number {
    const box = this.bounds()
    return box.isEmpty() ? 0.1 : box.getSize(new THREE.Vector3()).length()
  }

  dispose(): void {
    this.clear()
    for (const { plain, chosen } of this.paints.values()) {
      plain.dispose()
      chosen.dispose()
    }
    for (const { solid, edges } of this.geometries.values()) {
      solid.dispose()
      edges.dispose()
    }
  }

  private clear(): void {
    this.root.clear()
    this.groups.clear()
  }

  /** Builds the geometry of a part unless it stands already. */
  private geometryKey(part: Part, resolved: ResolvedPart): string {
    const key = JSON.stringify([part.shape, resolved.dimensions, resolved.extras])
    if (this.geometries.has(key)) return key
    const mesh = joined(shapeOf(resolved).solids(CHORDS))
    const solid = new THREE.BufferGeometry()
    solid.setAttribute('position', new THREE.BufferAttribute(mesh.positions, 3))
    solid.setAttribute('normal', new THREE.BufferAttribute(mesh.normals, 3))
    const edges = new THREE.BufferGeometry()
    edges.setAttribute('position', new THREE.BufferAttribute(mesh.edges, 3))
    this.geometries.set(key, { solid, edges })
    return key
  }

  private placedPart(part: Part, key: string): THREE.Object3D {
    const { solid, edges } = this.geometries.get(key)!
    const paint = this.paint(part.colour)
    const surface = new THREE.Mesh(solid, paint.plain)
    surface.userData.paint = paint
    const object = new THREE.Group()
    object.add(surface, new THREE.LineSegments(edges, this.edgeMaterial))
    return object
  }

  private paint(colour: string): Paint {
    const known = this.paints.get(colour)
    if (known) return known
    // pushed back a little, so that the edges on the surface are not broken by it
    const plain = new THREE.MeshStandardMaterial({
      color: colour,
      roughness: 0.55,
      metalness: 0.1,
      polygonOffset: true,
      polygonOffsetFactor: 1,
      polygonOffsetUnits: 1,
    })
    const chosen = plain.clone()
    chosen.emissiveIntensity = 0.12
    if (this.palette) chosen.emissive.set(this.palette.playhead)
    const paint = { plain, chosen }
    this.paints.set(colour, paint)
    return paint
  }

  private mark(): void {
    for (const [id, group] of this.groups) {
      const chosen = id === this.selected
      group.traverse((object) => {
        if (object instanceof THREE.LineSegments) {
          object.material = chosen ? this.selectedEdges : this.edgeMaterial
        } else if (object instanceof THREE.Mesh) {
          // joint glyphs hang on the bodies too, with materials of their own
          const paint = object.userData.paint as Paint | undefined
          if (paint) object.material = chosen ? paint.chosen : paint.plain
        }
      })
    }
  }
}

function ownerOf(object: THREE.Object3D): string | null {
  for (let o: THREE.Object3D | null = object; o; o = o.parent) if (o.name) return o.name
  return null
}

const orientation = new Float64Array(4)

/** Parts with their shapes; those without a valid one are left out. */
function resolved(parts: readonly Part[]): Map<string, ResolvedPart> {
  return new Map(
    parts.flatMap((part) => {
      const shape = resolvePart(part, '')
      return shape.ok ? [[part.id, shape.value] as const] : []
    }),
  )
}

function place(object: THREE.Object3D, frame: Float64Array): void {
  readQuaternion(frame, 0, orientation, 0)
  object.position.set(frame[9]!, frame[10]!, frame[11]!)
  object.quaternion.set(orientation[1]!, orientation[2]!, orientation[3]!, orientation[0]!)
}
