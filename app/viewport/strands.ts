/** Cords, belts and springs as tubes along their lines, made anew for every pose, with the marks that travel on them. */
import * as THREE from 'three'
import { strandLine } from '@ligamen/core'
import type { AnyStrand, Frame } from '@ligamen/core'
import type { BodyShapes } from './bodies'
import { frameOf } from './frame-matrix'
import type { Palette } from './palette'

/** Corners of the tube's cross-section. */
const CORNERS = 7

interface Drawn {
  readonly place: AnyStrand
  readonly mesh: THREE.Mesh
  readonly marks: THREE.Points
}

export class Strands {
  readonly root = new THREE.Group()
  private readonly material = new THREE.MeshStandardMaterial({ roughness: 0.8 })
  private readonly marking = new THREE.PointsMaterial({ size: 5, sizeAttenuation: false })
  private drawn: Drawn[] = []

  setPalette(palette: Palette): void {
    this.material.color.set(palette.edge)
    this.marking.color.set(palette.playhead)
  }

  set(places: readonly AnyStrand[]): void {
    for (const { mesh, marks } of this.drawn)
      for (const object of [mesh, marks]) {
        object.removeFromParent()
        object.geometry.dispose()
      }
    this.drawn = places.map((place) => {
      const mesh = new THREE.Mesh(new THREE.BufferGeometry(), this.material)
      const marks = new THREE.Points(new THREE.BufferGeometry(), this.marking)
      mesh.frustumCulled = false
      marks.frustumCulled = false
      this.root.add(mesh, marks)
      return { place, mesh, marks }
    })
  }

  /** @param turns of their drums and pulleys [rad], in their order */
  follow(bodies: BodyShapes, turns: readonly number[]): void {
    const frameIn = (id: string): Frame | null => {
      const group = bodies.group(id)
      group?.updateMatrix()
      return group ? frameOf(group.matrix) : null
    }
    this.drawn.forEach(({ place, mesh, marks }, k) => {
      const [first, second] = [frameIn(place.bodies[0]), frameIn(place.bodies[1])]
      if (!first || !second) return
      const line = strandLine(place, first, second, turns[k] ?? 0)
      tube(mesh.geometry, line.points, place.thickness / 2)
      marks.geometry.dispose()
      marks.geometry.setAttribute('position', new THREE.Float32BufferAttribute(line.marks ?? [], 3))
    })
  }
}

const tangent = new THREE.Vector3()
const normal = new THREE.Vector3()
const binormal = new THREE.Vector3()

/** A tube about a line; its cross-section turns no more than the line asks for. */
function tube(geometry: THREE.BufferGeometry, points: readonly number[], radius: number): void {
  const n = points.length / 3
  const positions = new Float32Array(3 * n * CORNERS)
  const normals = new Float32Array(3 * n * CORNERS)
  const at = (k: number, to: THREE.Vector3) => to.set(points[3 * k]!, points[3 * k + 1]!, points[3 * k + 2]!)
  const before = new THREE.Vector3()
  const after = new THREE.Vector3()
  normal.set(0.3, 0.5, 0.8)
  for (let k = 0; k < n; k++) {
    tangent.subVectors(at(Math.min(n - 1, k + 1), after), at(Math.max(0, k - 1), before)).normalize()
    normal.addScaledVector(tangent, -normal.dot(tangent)).normalize()
    binormal.crossVectors(tangent, normal)
    for (let c = 0; c < CORNERS; c++) {
      const angle = (2 * Math.PI * c) / CORNERS
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
      const i = 3 * (k * CORNERS + c)
      for (const [axis, name] of (['x', 'y', 'z'] as const).entries()) {
        normals[i + axis] = cos * normal[name] + sin * binormal[name]
        positions[i + axis] = points[3 * k + axis]! + radius * normals[i + axis]!
      }
    }
  }
  const index: number[] = []
  for (let k = 0; k + 1 < n; k++)
    for (let c = 0; c < CORNERS; c++) {
      const [a, b] = [k * CORNERS + c, k * CORNERS + ((c + 1) % CORNERS)]
      index.push(a, a + CORNERS, b, b, a + CORNERS, b + CORNERS)
    }
  // what is replaced is let go by the renderer with the geometry
  geometry.dispose()
  geometry.setAttribute('position', new THREE.BufferAttribute(positions, 3))
  geometry.setAttribute('normal', new THREE.BufferAttribute(normals, 3))
  geometry.setIndex(index)
}
