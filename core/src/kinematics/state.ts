/**
 * The motion of a compiled mechanism at one instant, in buffers that are made once and reused every frame, and the
 * passes along the tree that fill them: positions, twists, spatial accelerations.
 *
 * Spatial vectors are (angular, linear at the ground's origin) in ground coordinates, so that they simply add up
 * along the tree. Source: Featherstone, Rigid Body Dynamics Algorithms, sections 2.8 to 2.11 and 4.1.
 */
import { FRAME, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { TURNS } from './compile'
import type { Mechanism } from './compile'

export class MotionState {
  /** Coordinates, rates and accelerations by link; entry 0 (ground) stays 0. */
  readonly q: Float64Array
  readonly rate: Float64Array
  readonly acceleration: Float64Array
  /** Frame of every link in ground. */
  readonly world: Frame
  /** Motion axis of every link as a spatial vector. */
  readonly screw: Float64Array
  readonly twist: Float64Array
  /** Spatial acceleration of every link. */
  readonly twistRate: Float64Array

  constructor(readonly mechanism: Mechanism) {
    const n = mechanism.links
    this.q = mechanism.home.slice()
    this.rate = new Float64Array(n)
    this.acceleration = new Float64Array(n)
    this.world = new Float64Array(FRAME * n)
    this.world.set([1, 0, 0, 0, 1, 0, 0, 0, 1])
    this.screw = new Float64Array(6 * n)
    this.twist = new Float64Array(6 * n)
    this.twistRate = new Float64Array(6 * n)
    for (let link = 1; link < n; link++) this.placeLink(link)
  }

  /** Frame and motion axis of one link from its coordinate; its parent must stand already. */
  placeLink(link: number): void {
    const { linkParent, linkMotion, linkSign, linkFrame } = this.mechanism
    const { world, screw } = this
    const p = FRAME * linkParent[link]
    const f = FRAME * link
    const q = linkSign[link] * this.q[link]
    const turns = linkMotion[link] === TURNS
    const c = turns ? Math.cos(q) : 1
    const s = turns ? Math.sin(q) : 0
    const along = turns ? 0 : q
    const x0 = linkFrame[f] * c + linkFrame[f + 3] * s
    const x1 = linkFrame[f + 1] * c + linkFrame[f + 4] * s
    const x2 = linkFrame[f + 2] * c + linkFrame[f + 5] * s
    const y0 = linkFrame[f + 3] * c - linkFrame[f] * s
    const y1 = linkFrame[f + 4] * c - linkFrame[f + 1] * s
    const y2 = linkFrame[f + 5] * c - linkFrame[f + 2] * s
    const z0 = linkFrame[f + 6]
    const z1 = linkFrame[f + 7]
    const z2 = linkFrame[f + 8]
    const o0 = linkFrame[f + 9] + along * z0
    const o1 = linkFrame[f + 10] + along * z1
    const o2 = linkFrame[f + 11] + along * z2
    for (let k = 0; k < 3; k++) {
      const a = world[p + k]
      const b = world[p + 3 + k]
      const d = world[p + 6 + k]
      world[f + k] = a * x0 + b * x1 + d * x2
      world[f + 3 + k] = a * y0 + b * y1 + d * y2
      world[f + 6 + k] = a * z0 + b * z1 + d * z2
      world[f + ORIGIN + k] = a * o0 + b * o1 + d * o2 + world[p + ORIGIN + k]
    }
    const sign = linkSign[link]
    const ax = sign * world[f + 6]
    const ay = sign * world[f + 7]
    const az = sign * world[f + 8]
    const v = 6 * link
    if (turns) {
      const px = world[f + 9]
      const py = world[f + 10]
      const pz = world[f + 11]
      screw[v] = ax
      screw[v + 1] = ay
      screw[v + 2] = az
      screw[v + 3] = py * az - pz * ay
      screw[v + 4] = pz * ax - px * az
      screw[v + 5] = px * ay - py * ax
    } else {
      screw[v + 3] = ax
      screw[v + 4] = ay
      screw[v + 5] = az
    }
  }

  placeAll(): void {
    for (let link = 1; link < this.mechanism.links; link++) this.placeLink(link)
  }

  /** Twists of all links from the rates; the links must stand. */
  spreadRates(): void {
    const { linkParent, links } = this.mechanism
    const { twist, screw, rate } = this
    for (let link = 1; link < links; link++) {
      const p = 6 * linkParent[link]
      const v = 6 * link
      const r = rate[link]
      for (let k = 0; k < 6; k++) twist[v + k] = twist[p + k] + r * screw[v + k]
    }
  }

  /** Spatial accelerations of all links from the accelerations; twists must be current. */
  spreadAccelerations(): void {
    const { linkParent, links } = this.mechanism
    const { twist, twistRate, screw, rate, acceleration } = this
    for (let link = 1; link < links; link++) {
      const p = 6 * linkParent[link]
      const v = 6 * link
      const r = rate[link]
      const a = acceleration[link]
      const wx = twist[v]
      const wy = twist[v + 1]
      const wz = twist[v + 2]
      const ux = twist[v + 3]
      const uy = twist[v + 4]
      const uz = twist[v + 5]
      const sx = screw[v]
      const sy = screw[v + 1]
      const sz = screw[v + 2]
      const tx = screw[v + 3]
      const ty = screw[v + 4]
      const tz = screw[v + 5]
      twistRate[v] = twistRate[p] + a * sx + r * (wy * sz - wz * sy)
      twistRate[v + 1] = twistRate[p + 1] + a * sy + r * (wz * sx - wx * sz)
      twistRate[v + 2] = twistRate[p + 2] + a * sz + r * (wx * sy - wy * sx)
      twistRate[v + 3] = twistRate[p + 3] + a * tx + r * (wy * tz - wz * ty + uy * sz - uz * sy)
      twistRate[v + 4] = twistRate[p + 4] + a * ty + r * (wz * tx - wx * tz + uz * sx - ux * sz)
      twistRate[v + 5] = twistRate[p + 5] + a * tz + r * (wx * ty - wy * tx + ux * sy - uy * sx)
    }
  }
}
