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
import type { Frame, MechanismDocument, Mesh, Part, ResolvedPart } from '@ligamen/core'
import { MeshBVH, acceleratedRaycast } from 'three-mesh-bvh'
import type { Palette } from './palette'

THREE.Mesh.prototype.raycast = acceleratedRaycast

/** How a body is shown. */
export type Showing = 'shown' | 'faint' | 'hidden'

/** Where a ray meets a body. */
export interface BodyHit {
  readonly body: string
  /** The placed part, and the point on it in the frame of the part [m]. */
  readonly placed: string
  readonly local: readonly [number, number, number]
  readonly triangle: number
  /** The point in ground, and in the frame of the body [m]. */
  readonly world: readonly [number, number, number]
  readonly onBody: readonly [number, number, number]
}

/** A colour as it looks, and as it looks while its body is selected. */
interface Paint {
  readonly plain: THREE.MeshStandardMaterial
  readonly chosen: THREE.MeshStandardMaterial
  readonly faint: THREE.MeshStandardMaterial
}

/** From this many triangles on, a search tree finds what a ray meets. */
const MANY_TRIANGLES = 2000

export interface PartGeometry {
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
  private faintEdges = new THREE.LineBasicMaterial({ transparent: true, opacity: 0.18 })
  private selected: ReadonlySet<string> = new Set()
  private showing: ReadonlyMap<string, Showing> = new Map()
  /** Triangles of imported parts, by their content's hash. */
  private meshes: (hash: string) => Mesh | undefined = () => undefined

  setMeshes(meshes: (hash: string) => Mesh | undefined): void {
    this.meshes = meshes
  }

  /** Bodies that are not named are shown. */
  show(showing: ReadonlyMap<string, Showing>): void {
    this.showing = showing
    this.mark()
  }

  setPalette(palette: Palette): void {
    this.palette = palette
    this.edgeMaterial.color.set(palette.edge)
    this.faintEdges.color.set(palette.edge)
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
        if (frames.ok) group.add(...this.placedPart(part, key, placed.id, frames.value.get(placed.id)!))
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

  /** Shows bodies moved in ground from where they stood when the motion began. */
  moveBy(ids: readonly string[], motion: THREE.Matrix4, done: boolean): void {
    for (const id of ids) {
      const group = this.groups.get(id)
      if (!group) continue
      const start = (group.userData.start as THREE.Matrix4 | undefined) ?? group.matrix.clone()
      if (!group.userData.start) {
        group.updateMatrix()
        start.copy(group.matrix)
        group.userData.start = start
      }
      motion.clone().multiply(start).decompose(group.position, group.quaternion, group.scale)
      if (done) delete group.userData.start
    }
  }

  group(id: string): THREE.Group | undefined {
    return this.groups.get(id)
  }

  select(ids: ReadonlySet<string>): void {
    this.selected = ids
    this.mark()
  }

  hit(ray: THREE.Raycaster): BodyHit | null {
    const surfaces: THREE.Object3D[] = []
    for (const [id, group] of this.groups) {
      if ((this.showing.get(id) ?? 'shown') !== 'shown') continue
      group.traverse((object) => {
        if (object.userData.paint) surfaces.push(object)
      })
    }
    ray.firstHitOnly = true
    const [first] = ray.intersectObjects(surfaces, false)
    if (!first) return null
    const body = ownerOf(first.object)!
    const numbers = (v: THREE.Vector3) => [v.x, v.y, v.z] as const
    return {
      body,
      placed: first.object.userData.placed as string,
      local: numbers(first.object.worldToLocal(first.point.clone())),
      triangle: first.faceIndex ?? 0,
      world: numbers(first.point),
      onBody: numbers(this.groups.get(body)!.worldToLocal(first.point.clone())),
    }
  }

  /** Bounds in ground of bodies by id; of all when left out. */
  boundsOf(ids: Iterable<string> = this.groups.keys()): THREE.Box3 {
    const box = new THREE.Box3()
    this.root.updateMatrixWorld()
    for (const id of ids) {
      this.groups.get(id)?.traverse((object) => {
        // glyphs and marks hang on the bodies too, but do not count
        if (object.userData.paint) box.expandByObject(object)
      })
    }
    return box
  }

  bounds(): THREE.Box3 {
    return this.boundsOf()
  }

  /** A length that stands for the whole [m]. */
  size(): number {
    const box = this.bounds()
    return box.isEmpty() ? 0.1 : box.getSize(new THREE.Vector3()).length()
  }

  dispose(): void {
    this.clear()
    for (const { plain, chosen, faint } of this.paints.values()) {
      plain.dispose()
      chosen.dispose()
      faint.dispose()
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
    const known = part.mesh === undefined ? undefined : this.meshes(part.mesh)
    const key = JSON.stringify([
      part.shape,
      resolved.dimensions,
      resolved.extras,
      part.mesh,
      known !== undefined,
    ])
    if (this.geometries.has(key)) return key
    this.geometries.set(key, geometryOf(known ?? joined(shapeOf(resolved).solids(CHORDS))))
    return key
  }

  /** Surface and edges of a part on its body. */
  private placedPart(part: Part, key: string, placed: string, frame: Frame): THREE.Object3D[] {
    const { solid, edges } = this.geometries.get(key)!
    const paint = this.paint(part.colour)
    const surface = new THREE.Mesh(solid, paint.plain)
    surface.userData.paint = paint
    surface.userData.placed = placed
    const objects = [surface, new THREE.LineSegments(edges, this.edgeMaterial)]
    for (const object of objects) {
      place(object, frame)
      // parts stand still on their body: nothing of theirs is worked out anew for a frame
      object.updateMatrix()
      object.matrixAutoUpdate = false
    }
    return objects
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
    const faint = plain.clone()
    faint.transparent = true
    faint.opacity = 0.22
    faint.depthWrite = false
    const paint = { plain, chosen, faint }
    this.paints.set(colour, paint)
    return paint
  }

  private mark(): void {
    for (const [id, group] of this.groups) {
      const chosen = this.selected.has(id)
      const showing = this.showing.get(id) ?? 'shown'
      group.visible = showing !== 'hidden'
      const faint = showing === 'faint'
      group.traverse((object) => {
        if (object instanceof THREE.LineSegments) {
          object.material = chosen ? this.selectedEdges : faint ? this.faintEdges : this.edgeMaterial
        } else if (object instanceof THREE.Mesh) {
          // joint glyphs hang on the bodies too, with materials of their own
          const paint = object.userData.paint as Paint | undefined
          if (paint) object.material = faint ? paint.faint : chosen ? paint.chosen : paint.plain
        }
      })
    }
  }
}

export function geometryOf(mesh: Mesh): PartGeometry {
  const solid = new THREE.BufferGeometry()
  solid.setAttribute('position', new THREE.BufferAttribute(mesh.positions, 3))
  solid.setAttribute('normal', new THREE.BufferAttribute(mesh.normals, 3))
  if (mesh.positions.length > 9 * MANY_TRIANGLES) solid.boundsTree = new MeshBVH(solid, { indirect: true })
  const edges = new THREE.BufferGeometry()
  edges.setAttribute('position', new THREE.BufferAttribute(mesh.edges, 3))
  return { solid, edges }
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
