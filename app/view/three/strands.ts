/**
 * Cords, belts and springs as tubes along their lines, made anew where their bodies move, with the marks that travel on
 * them.
 */
import * as THREE from 'three'
import { FRAME, strandLine } from '@ligamen/core'
import type { AnyStrand, Frame } from '@ligamen/core'
import type { BodyShapes } from './bodies'
import { frameOf } from './frame-matrix'
import type { Palette } from './palette'

/** Corners of the tube's cross-section. */
const CORNERS = 7
const ANGLES = Array.from({ length: CORNERS }, (_, c) => (2 * Math.PI * c) / CORNERS)
const COS = ANGLES.map(Math.cos)
const SIN = ANGLES.map(Math.sin)

interface Drawn {
  readonly place: AnyStrand
  readonly mesh: THREE.Mesh
  readonly marks: THREE.Points
  /** Where it was drawn last: both frames and the turn. */
  readonly stands: Float64Array
}

export class Strands {
  readonly root = new THREE.Group()
  private readonly material = new THREE.MeshStandardMaterial({ roughness: 0.8 })
  private readonly marking = new THREE.PointsMaterial({ size: 5, sizeAttenuation: false })
  private drawn: Drawn[] = []

  setPalette(palette: Palette): void {
    this.material.color.set(palette.edge)
    this.marking.color.set(palette.measured)
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
      return { place, mesh, marks, stands: new Float64Array(2 * FRAME + 1).fill(Number.NaN) }
    })
  }

  /** @param turns of their drums and pulleys [rad], in their order */
  follow(bodies: BodyShapes, turns: readonly number[]): void {
    const frameIn = (id: string): Frame | null => {
      const matrix = bodies.matrix(id)
      return matrix ? frameOf(matrix) : null
    }
    this.drawn.forEach((drawn, k) => {
      const { place, mesh, marks, stands } = drawn
      const [first, second] = [frameIn(place.bodies[0]), frameIn(place.bodies[1])]
      if (!first || !second) return
      const turn = turns[k] ?? 0
      const [firstMoved, secondMoved] = [noted(stands, first, 0), noted(stands, second, FRAME)]
      const isMoved = firstMoved || secondMoved
      if (!isMoved && stands[2 * FRAME] === turn) return
      stands[2 * FRAME] = turn
      const line = strandLine(place, first, second, turn)
      // a belt whose pulleys stay still only takes its marks along
      if (isMoved || !line.marks) tube(mesh.geometry, line.points, place.thickness / 2)
      marks.visible = line.marks !== undefined
      if (line.marks) put(marks.geometry, 'position', line.marks)
    })
  }
}

/** Notes a frame; true when it is another one than before. */
function noted(stands: Float64Array, frame: Frame, at: number): boolean {
  let isOther = false
  for (let i = 0; i < FRAME; i++) {
    if (stands[at + i] === frame[i]) continue
    stands[at + i] = frame[i]!
    isOther = true
  }
  return isOther
}

/** Writes an attribute into its buffer, which is made anew only when it has another size. */
function put(geometry: THREE.BufferGeometry, name: string, values: ArrayLike<number>): void {
  const known = geometry.getAttribute(name) as THREE.BufferAttribute | undefined
  if (known?.array.length !== values.length) {
    // what is replaced is let go by the renderer with the geometry
    geometry.dispose()
    geometry.setAttribute(name, new THREE.BufferAttribute(Float32Array.from(values), 3))
    return
  }
  known.array.set(values)
  known.needsUpdate = true
}

/** Room for the tube that is being made, kept from one to the next. */
let positions = new Float32Array(0)
let normals = new Float32Array(0)
const tangent = new THREE.Vector3()
const normal = new THREE.Vector3()
const binormal = new THREE.Vector3()

/** A tube about a line; its cross-section turns no more than the line asks for. */
function tube(geometry: THREE.BufferGeometry, points: readonly number[], radius: number): void {
  const n = points.length / 3
  const size = 3 * n * CORNERS
  if (positions.length < size) {
    positions = new Float32Array(size)
    normals = new Float32Array(size)
  }
  const at = (k: number, to: THREE.Vector3) => to.set(points[3 * k]!, points[3 * k + 1]!, points[3 * k + 2]!)
  const before = new THREE.Vector3()
  const after = new THREE.Vector3()
  normal.set(0.3, 0.5, 0.8)
  for (let k = 0; k < n; k++) {
    tangent.subVectors(at(Math.min(n - 1, k + 1), after), at(Math.max(0, k - 1), before)).normalize()
    normal.addScaledVector(tangent, -normal.dot(tangent)).normalize()
    binormal.crossVectors(tangent, normal)
    for (let c = 0; c < CORNERS; c++) {
      const cos = COS[c]!
      const sin = SIN[c]!
      const i = 3 * (k * CORNERS + c)
      normals[i] = cos * normal.x + sin * binormal.x
      normals[i + 1] = cos * normal.y + sin * binormal.y
      normals[i + 2] = cos * normal.z + sin * binormal.z
      for (let axis = 0; axis < 3; axis++)
        positions[i + axis] = points[3 * k + axis]! + radius * normals[i + axis]!
    }
  }
  const isSized = geometry.getAttribute('position')?.array.length === size
  put(geometry, 'position', positions.subarray(0, size))
  put(geometry, 'normal', normals.subarray(0, size))
  if (isSized) return
  const index: number[] = []
  for (let k = 0; k + 1 < n; k++)
    for (let c = 0; c < CORNERS; c++) {
      const [a, b] = [k * CORNERS + c, k * CORNERS + ((c + 1) % CORNERS)]
      index.push(a, a + CORNERS, b, b, a + CORNERS, b + CORNERS)
    }
  geometry.setIndex(index)
}
