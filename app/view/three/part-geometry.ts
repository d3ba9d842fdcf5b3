/** Geometries of parts, built once for each set of dimensions and kept while a document uses them. */
import * as THREE from 'three'
import { CHORDS, joined, shapeOf } from '@ligamen/core'
import type { Mesh, Part, ResolvedPart } from '@ligamen/core'
import { MeshBVH, acceleratedRaycast } from 'three-mesh-bvh'

THREE.Mesh.prototype.raycast = acceleratedRaycast

/** From this many triangles on, a search tree finds what a ray meets. */
const MANY_TRIANGLES = 2000

export interface PartGeometry {
  readonly solid: THREE.BufferGeometry
  readonly edges: THREE.BufferGeometry
}

export class PartGeometries {
  private readonly known = new Map<string, PartGeometry>()
  private readonly used = new Set<PartGeometry>()
  /** Triangles of imported parts, by their content's hash. */
  meshes: (hash: string) => Mesh | undefined = () => undefined

  of(part: Part, resolved: ResolvedPart): PartGeometry {
    const mesh = part.mesh === undefined ? undefined : this.meshes(part.mesh)
    const key = JSON.stringify([
      part.shape,
      resolved.dimensions,
      resolved.extras,
      part.mesh,
      mesh !== undefined,
    ])
    let geometry = this.known.get(key)
    if (!geometry) {
      geometry = geometryOf(mesh ?? joined(shapeOf(resolved).solids(CHORDS)))
      this.known.set(key, geometry)
    }
    this.used.add(geometry)
    return geometry
  }

  /** Lets go what was not asked for since the last time. */
  sweep(): void {
    for (const [key, geometry] of this.known) {
      if (this.used.has(geometry)) continue
      geometry.solid.dispose()
      geometry.edges.dispose()
      this.known.delete(key)
    }
    this.used.clear()
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
