/**
 * Marks over the model: datums that are picked or offered, with their axis and zero direction, points of a drawing, and the
 * ghost of a part that is about to be made. They show through what is in front of them.
 */
import * as THREE from 'three'
import { joined, CHORDS, shapeOf } from '@ligamen/core'
import type { Frame, ResolvedPart } from '@ligamen/core'
import type { BodyShapes } from './bodies'
import { matrixOf } from './frame-matrix'
import { AIDS } from './layers'
import type { Palette } from './palette'
import { geometryOf } from './part-geometry'

export interface DatumMark {
  readonly body: string
  /** The datum's frame on the body. */
  readonly frame: Frame
  /** Offered under the pointer, or picked already. */
  readonly role: 'offered' | 'picked'
}

const SHARE = 0.05
/** Radius of a point of a drawing, as a share of the mechanism's size. */
const POINT = 0.009

export class Markers {
  readonly root = new THREE.Group()
  private readonly offered = overAll()
  private readonly picked = overAll()
  private readonly ghostly = new THREE.MeshStandardMaterial({
    transparent: true,
    opacity: 0.55,
    roughness: 0.6,
  })
  private readonly outline = new THREE.LineBasicMaterial()
  private readonly shape = markShape()
  private marks: THREE.Mesh[] = []
  private ghost: THREE.Group | null = null
  private readonly overlapping = overAll()
  private overlaps: THREE.Mesh[] = []
  private readonly spacious = new THREE.MeshStandardMaterial({
    transparent: true,
    opacity: 0.32,
    roughness: 0.8,
    side: THREE.DoubleSide,
    depthWrite: false,
  })
  private spaces: THREE.Mesh[] = []
  private readonly dots = new THREE.PointsMaterial({ size: 3, sizeAttenuation: false })
  private cloud: THREE.Points | null = null
  private readonly ball = new THREE.SphereGeometry(1, 16, 12)
  private points: THREE.Mesh[] = []

  setPalette(palette: Palette): void {
    this.offered.color.set(palette.muted)
    this.picked.color.set(palette.selected)
    this.ghostly.color.set(palette.primary)
    this.outline.color.set(palette.primary)
    this.overlapping.color.set(palette.error)
    this.spacious.color.set(palette.measured)
    this.dots.color.set(palette.measured)
  }

  setDatums(marks: readonly DatumMark[], bodies: BodyShapes, size: number): void {
    for (const mark of this.marks) mark.removeFromParent()
    this.marks = marks.flatMap(({ body, frame, role }) => {
      const carrier = bodies.carrier(body)
      if (!carrier) return []
      const mesh = new THREE.Mesh(this.shape, role === 'offered' ? this.offered : this.picked)
      mesh.layers.set(AIDS)
      mesh.applyMatrix4(matrixOf(frame))
      mesh.scale.setScalar(SHARE * size)
      mesh.renderOrder = 3
      carrier.add(mesh)
      return [mesh]
    })
  }

  setPoints(points: readonly (readonly [number, number, number])[], size: number): void {
    for (const point of this.points) point.removeFromParent()
    this.points = points.map(([x, y, z]) => {
      const mesh = new THREE.Mesh(this.ball, this.picked)
      mesh.position.set(x, y, z)
      mesh.scale.setScalar(POINT * size)
      mesh.renderOrder = 3
      this.root.add(mesh)
      return mesh
    })
  }

  /** Volumes in ground that two bodies share, nine numbers a triangle [m]. */
  setOverlaps(solids: readonly Float32Array[]): void {
    this.overlaps = this.replaced(this.overlaps, solids, this.overlapping)
  }

  /** What is covered or reached, in ground [m]: closed surfaces of nine numbers a triangle, and points of three. */
  setSpaces(solids: readonly Float32Array[], points: Float32Array | null): void {
    this.spaces = this.replaced(this.spaces, solids, this.spacious)
    this.cloud?.removeFromParent()
    this.cloud?.geometry.dispose()
    this.cloud = points && new THREE.Points(geometryOfPoints(points), this.dots)
    if (this.cloud) this.root.add(this.cloud)
  }

  private replaced(
    old: readonly THREE.Mesh[],
    solids: readonly Float32Array[],
    material: THREE.Material,
  ): THREE.Mesh[] {
    for (const mesh of old) {
      mesh.removeFromParent()
      mesh.geometry.dispose()
    }
    return solids.map((positions) => {
      const geometry = geometryOfPoints(positions)
      geometry.computeVertexNormals()
      const mesh = new THREE.Mesh(geometry, material)
      mesh.renderOrder = 3
      this.root.add(mesh)
      return mesh
    })
  }

  setGhost(part: ResolvedPart | null, frame: Frame): void {
    if (this.ghost) {
      this.root.remove(this.ghost)
      this.ghost.traverse((o) => {
        if (o instanceof THREE.Mesh || o instanceof THREE.LineSegments) o.geometry.dispose()
      })
      this.ghost = null
    }
    if (!part) return
    const { solid, edges } = geometryOf(joined(shapeOf(part).solids(CHORDS)))
    this.ghost = new THREE.Group()
    this.ghost.add(new THREE.Mesh(solid, this.ghostly), new THREE.LineSegments(edges, this.outline))
    this.ghost.applyMatrix4(matrixOf(frame))
    this.root.add(this.ghost)
  }
}

/** The axis as an arrow along z, the zero direction as a short bar along x. */
function markShape(): THREE.BufferGeometry {
  const shapes = [
    new THREE.SphereGeometry(0.14, 16, 12),
    new THREE.CylinderGeometry(0.05, 0.05, 1.6, 10).rotateX(Math.PI / 2).translate(0, 0, 0.8),
    new THREE.ConeGeometry(0.16, 0.45, 16).rotateX(Math.PI / 2).translate(0, 0, 1.8),
    new THREE.BoxGeometry(0.9, 0.07, 0.07).translate(0.45, 0, 0),
  ].map((shape) => shape.toNonIndexed())
  const merged = new THREE.BufferGeometry()
  const positions = shapes.flatMap((shape) => [...shape.getAttribute('position').array])
  merged.setAttribute('position', new THREE.BufferAttribute(Float32Array.from(positions), 3))
  return merged
}

function geometryOfPoints(positions: Float32Array): THREE.BufferGeometry {
  const geometry = new THREE.BufferGeometry()
  return geometry.setAttribute('position', new THREE.BufferAttribute(positions, 3))
}

const overAll = () => new THREE.MeshBasicMaterial({ depthTest: false, transparent: true, opacity: 0.9 })
