/** Cords as tubes along their lines, made anew for every pose. */
import * as THREE from 'three'
import { cordLine } from '@ligamen/core'
import type { CordPlace, Frame } from '@ligamen/core'
import type { BodyShapes } from './bodies'
import { frameOf } from './frame-matrix'
import type { Palette } from './palette'

/** Corners of the tube's cross-section. */
const CORNERS = 7

interface Drawn {
  readonly place: CordPlace
  readonly mesh: THREE.Mesh
}

export class Cords {
  readonly root = new THREE.Group()
  private readonly material = new THREE.MeshStandardMaterial({ roughness: 0.8 })
  private drawn: Drawn[] = []

  setPalette(palette: Palette): void {
    this.material.color.set(palette.edge)
  }

  set(places: readonly CordPlace[]): void {
    for (const { mesh } of this.drawn) {
      mesh.removeFromParent()
      mesh.geometry.dispose()
    }
    this.drawn = places.map((place) => {
      const mesh = new THREE.Mesh(new THREE.BufferGeometry(), this.material)
      mesh.frustumCulled = false
      this.root.add(mesh)
      return { place, mesh }
    })
  }

  get places(): readonly CordPlace[] {
    return this.drawn.map(({ place }) => place)
  }

  /** @param turns of the drums [rad], in the order of the cords */
  follow(bodies: BodyShapes, turns: readonly number[]): void {
    const frameIn = (id: string): Frame | null => {
      const group = bodies.group(id)
      group?.updateMatrix()
      return group ? frameOf(group.matrix) : null
    }
    this.drawn.forEach(({ place, mesh }, k) => {
      const [bearing, load] = [frameIn(place.bearing), frameIn(place.load)]
      if (!bearing || !load) return
      tube(mesh.geometry, cordLine(place, bearing, load, turns[k] ?? 0).points, place.thickness / 2)
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
