/**
 * The travel of a joint drawn on the model: a dial about the axis of what turns, a rail along the axis of what slides, with a
 * needle where it is and a knob at each limit that can be pulled.
 */
import * as THREE from 'three'
import type { Frame } from '@ligamen/core'
import type { BodyShapes } from './bodies'
import { matrixOf } from './frame-matrix'
import type { Palette } from './palette'

export type Limit = 'lower' | 'upper'

export interface DialSpec {
  /** Body that carries the joint's first datum, and the datum on it. */
  readonly body: string
  readonly frame: Frame
  readonly turns: boolean
  /** Coordinates [rad or m], counted from `zero`; a limit that is missing is null. */
  readonly value: number
  readonly zero: number
  readonly lower: number | null
  readonly upper: number | null
}

/** Share of the mechanism's size. */
const RADIUS = 0.09
/** Where the knob of a limit is that is not there yet [rad, or sizes]. */
const SPARE_TURN = Math.PI / 2
const SPARE_SLIDE = 0.15

export class TravelDial {
  private readonly group = new THREE.Group()
  private readonly band = flat(0.55)
  private readonly needle = flat(0.95)
  private readonly knob = flat(0.95)
  private readonly spare = flat(0.45)
  private knobs: THREE.Mesh[] = []
  private spec: DialSpec | null = null

  setPalette(palette: Palette): void {
    this.band.color.set(palette.primary)
    this.needle.color.set(palette.playhead)
    this.knob.color.set(palette.primary)
    this.spare.color.set(palette.muted)
  }

  set(spec: DialSpec | null, bodies: BodyShapes, size: number): void {
    this.clear()
    this.spec = spec
    const carrier = spec && bodies.carrier(spec.body)
    if (!spec || !carrier) return
    const radius = RADIUS * size
    const spread = spec.turns ? SPARE_TURN : SPARE_SLIDE * size
    const lower = spec.lower ?? Math.min(spec.value, spec.upper ?? spec.value) - spread
    const upper = spec.upper ?? Math.max(spec.value, spec.lower ?? spec.value) + spread
    matrixOf(spec.frame).decompose(this.group.position, this.group.quaternion, this.group.scale)
    this.add(
      spec.turns
        ? arc(radius, lower + spec.zero, upper + spec.zero)
        : rail(radius, lower + spec.zero, upper + spec.zero),
      this.band,
    )
    this.add(placed(spec, spec.value, radius, needleOf(radius, spec.turns)), this.needle)
    this.knobs = (['lower', 'upper'] as const).map((limit) => {
      const at = limit === 'lower' ? lower : upper
      const ball = new THREE.SphereGeometry(radius * 0.13, 20, 14)
      const mesh = this.add(placed(spec, at, radius, ball), spec[limit] === null ? this.spare : this.knob)
      mesh.userData.limit = limit
      return mesh
    })
    carrier.add(this.group)
  }

  hit(ray: THREE.Raycaster): Limit | null {
    const [first] = this.group.parent?.visible ? ray.intersectObjects(this.knobs, false) : []
    return first ? (first.object.userData.limit as Limit) : null
  }

  /** The coordinate at which a ray points; the turn nearest to `near`. */
  valueAt(ray: THREE.Ray, near: number): number | null {
    const { spec, group } = this
    if (!spec || !group.parent) return null
    group.updateWorldMatrix(true, false)
    const local = ray.clone().applyMatrix4(group.matrixWorld.clone().invert())
    if (!spec.turns) {
      const along = new THREE.Vector3()
      const reach = 1e3
      local.distanceSqToSegment(
        new THREE.Vector3(0, 0, -reach),
        new THREE.Vector3(0, 0, reach),
        undefined,
        along,
      )
      return along.z - spec.zero
    }
    const point = local.intersectPlane(new THREE.Plane(new THREE.Vector3(0, 0, 1), 0), new THREE.Vector3())
    if (!point) return null
    const angle = Math.atan2(point.y, point.x) - spec.zero
    return angle + 2 * Math.PI * Math.round((near - angle) / (2 * Math.PI))
  }

  private add(geometry: THREE.BufferGeometry, material: THREE.Material): THREE.Mesh {
    const mesh = new THREE.Mesh(geometry, material)
    mesh.renderOrder = 4
    this.group.add(mesh)
    return mesh
  }

  private clear(): void {
    this.group.removeFromParent()
    for (const child of [...this.group.children] as THREE.Mesh[]) child.geometry.dispose()
    this.group.clear()
    this.knobs = []
  }
}

const flat = (opacity: number) =>
  new THREE.MeshBasicMaterial({ depthTest: false, transparent: true, opacity, side: THREE.DoubleSide })

function arc(radius: number, from: number, to: number): THREE.BufferGeometry {
  const sweep = Math.min(2 * Math.PI, to - from)
  return new THREE.RingGeometry(
    radius * 0.92,
    radius * 1.04,
    Math.max(8, Math.ceil(24 * sweep)),
    1,
    from,
    sweep,
  )
}

function rail(radius: number, from: number, to: number): THREE.BufferGeometry {
  const length = Math.max(1e-9, to - from)
  return new THREE.BoxGeometry(radius * 0.1, radius * 0.1, length).translate(0, 0, (from + to) / 2)
}

const needleOf = (radius: number, turns: boolean): THREE.BufferGeometry =>
  turns
    ? new THREE.BoxGeometry(radius * 0.5, radius * 0.05, radius * 0.05)
    : new THREE.BoxGeometry(radius * 0.4, radius * 0.4, radius * 0.06)

/** A shape put at a coordinate: on the dial's rim, or on the rail. */
function placed(
  spec: DialSpec,
  at: number,
  radius: number,
  shape: THREE.BufferGeometry,
): THREE.BufferGeometry {
  const place = at + spec.zero
  return spec.turns ? shape.translate(radius * 0.98, 0, 0).rotateZ(place) : shape.translate(0, 0, place)
}
