/**
 * The motion of a compiled mechanism at one instant, in buffers that are made once and reused every frame, and the
 * passes along the tree that fill them: positions, twists, spatial accelerations. Every pass takes the links to visit,
 * parents before children, so that a block can move just what depends on it.
 *
 * Spatial vectors are (angular, linear at the ground's origin) in ground coordinates, so that they simply add up
 * along the tree. Source: Featherstone, Rigid Body Dynamics Algorithms, sections 2.8 to 2.11 and 4.1.
 */
import { FRAME, identityFrame, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { FOLLOWS, SLIDES } from './chain'
import type { Chain } from './chain'
import { composeFlat, flatLinks } from './flat-links'
import type { FlatLinks } from './flat-links'

const NONE = new Int32Array(0)

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
  /** Third derivatives of the coordinates, and the second ones of the twists; current after `readThird`. */
  readonly third: Float64Array
  readonly twistBend: Float64Array
  /**
   * Turns a gradient by scaled coordinates into one by those that nothing determines, see `System.pullBack`; null where it is not
   * known. What moves the state sets it.
   */
  pullBack: ((gradient: Float64Array, multipliers?: Float64Array) => void) | null = null
  /** Solves `third`; what moves the state sets it at every instant, and it is used once. */
  thirdSource: (() => void) | null = null
  /** The instant of the present motion [s]; what moves the state sets it. */
  time = 0
  /** How often the motion was solved anew: what was read at one count is right as long as it stays. */
  count = 0
  /** All links but ground, parents before children. */
  readonly all: Int32Array
  /** How the screw of a link on a path bends with its coordinate, in ground; zero for straight motions. */
  readonly bend: Float64Array
  /** Links whose motion nobody has asked for yet, parents before children. */
  private unread: Int32Array = NONE
  /** What stays in the ground's plane. */
  readonly flat: FlatLinks
  private readonly local = new Float64Array(FRAME + 12)

  constructor(readonly mechanism: Chain) {
    const n = mechanism.links
    this.q = mechanism.home.slice()
    this.rate = new Float64Array(n)
    this.acceleration = new Float64Array(n)
    this.world = new Float64Array(FRAME * n)
    this.screw = new Float64Array(6 * n)
    this.twist = new Float64Array(6 * n)
    this.twistRate = new Float64Array(6 * n)
    this.third = new Float64Array(n)
    this.twistBend = new Float64Array(6 * n)
    this.bend = new Float64Array(mechanism.linkPath.size > 0 ? 6 * n : 0)
    this.flat = flatLinks(mechanism)
    this.all = Int32Array.from({ length: n - 1 }, (_, i) => i + 1)
    for (let link = 0; link < n; link++) {
      this.world.set(identityFrame(), FRAME * link)
      if (this.flat.composed[link]) this.screw[6 * link + 2] = mechanism.linkSign[link]
    }
    this.place(this.all)
  }

  /** Frames and motion axes of the given links from their coordinates; other parents must be placed already. */
  // eslint-disable-next-line max-lines-per-function -- the hottest loop there is, written out to allocate nothing
  place(links: Int32Array): void {
    const { linkParent, linkMotion, linkSign, linkFrame, linkPitch } = this.mechanism
    const { world, screw, q: coordinates } = this
    const { composed } = this.flat
    for (let n = 0; n < links.length; n++) {
      const link = links[n]
      const motion = linkMotion[link]
      if (motion === FOLLOWS) {
        this.placeOnPath(link)
        continue
      }
      const p = FRAME * linkParent[link]
      const f = FRAME * link
      const sign = linkSign[link]
      const q = sign * coordinates[link]
      if (composed[link]) {
        composeFlat(world, p, linkFrame, f, Math.cos(q), Math.sin(q), world, f)
        screw[6 * link + 3] = sign * world[f + 10]
        screw[6 * link + 4] = -sign * world[f + 9]
        continue
      }
      const slides = motion === SLIDES
      const pitch = linkPitch[link]
      const c = slides ? 1 : Math.cos(q)
      const s = slides ? 0 : Math.sin(q)
      const along = slides ? q : pitch * q
      const u0 = linkFrame[f]
      const u1 = linkFrame[f + 1]
      const u2 = linkFrame[f + 2]
      const v0 = linkFrame[f + 3]
      const v1 = linkFrame[f + 4]
      const v2 = linkFrame[f + 5]
      const z0 = linkFrame[f + 6]
      const z1 = linkFrame[f + 7]
      const z2 = linkFrame[f + 8]
      const x0 = u0 * c + v0 * s
      const x1 = u1 * c + v1 * s
      const x2 = u2 * c + v2 * s
      const y0 = v0 * c - u0 * s
      const y1 = v1 * c - u1 * s
      const y2 = v2 * c - u2 * s
      const o0 = linkFrame[f + 9] + along * z0
      const o1 = linkFrame[f + 10] + along * z1
      const o2 = linkFrame[f + 11] + along * z2
      const a0 = world[p]
      const a1 = world[p + 1]
      const a2 = world[p + 2]
      const b0 = world[p + 3]
      const b1 = world[p + 4]
      const b2 = world[p + 5]
      const d0 = world[p + 6]
      const d1 = world[p + 7]
      const d2 = world[p + 8]
      world[f] = a0 * x0 + b0 * x1 + d0 * x2
      world[f + 1] = a1 * x0 + b1 * x1 + d1 * x2
      world[f + 2] = a2 * x0 + b2 * x1 + d2 * x2
      world[f + 3] = a0 * y0 + b0 * y1 + d0 * y2
      world[f + 4] = a1 * y0 + b1 * y1 + d1 * y2
      world[f + 5] = a2 * y0 + b2 * y1 + d2 * y2
      const w0 = a0 * z0 + b0 * z1 + d0 * z2
      const w1 = a1 * z0 + b1 * z1 + d1 * z2
      const w2 = a2 * z0 + b2 * z1 + d2 * z2
      world[f + 6] = w0
      world[f + 7] = w1
      world[f + 8] = w2
      const p0 = a0 * o0 + b0 * o1 + d0 * o2 + world[p + 9]
      const p1 = a1 * o0 + b1 * o1 + d1 * o2 + world[p + 10]
      const p2 = a2 * o0 + b2 * o1 + d2 * o2 + world[p + 11]
      world[f + 9] = p0
      world[f + 10] = p1
      world[f + 11] = p2
      const e0 = sign * w0
      const e1 = sign * w1
      const e2 = sign * w2
      const v = 6 * link
      if (slides) {
        screw[v + 3] = e0
        screw[v + 4] = e1
        screw[v + 5] = e2
      } else {
        screw[v] = e0
        screw[v + 1] = e1
        screw[v + 2] = e2
        screw[v + 3] = p1 * e2 - p2 * e1 + pitch * e0
        screw[v + 4] = p2 * e0 - p0 * e2 + pitch * e1
        screw[v + 5] = p0 * e1 - p1 * e0 + pitch * e2
      }
    }
  }

  /** Twists of the given links from their rates; they must be placed. */
  spreadRates(links: Int32Array): void {
    const { linkParent } = this.mechanism
    const { twist, screw, rate } = this
    for (let n = 0; n < links.length; n++) {
      const link = links[n]
      const p = 6 * linkParent[link]
      const v = 6 * link
      const r = rate[link]
      twist[v] = twist[p] + r * screw[v]
      twist[v + 1] = twist[p + 1] + r * screw[v + 1]
      twist[v + 2] = twist[p + 2] + r * screw[v + 2]
      twist[v + 3] = twist[p + 3] + r * screw[v + 3]
      twist[v + 4] = twist[p + 4] + r * screw[v + 4]
      twist[v + 5] = twist[p + 5] + r * screw[v + 5]
    }
  }

  /** Spatial accelerations of the given links from their accelerations; twists must be current. */
  spreadAccelerations(links: Int32Array): void {
    const { linkParent, linkMotion } = this.mechanism
    const { twist, twistRate, screw, rate, acceleration } = this
    for (let n = 0; n < links.length; n++) {
      const link = links[n]
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
      if (linkMotion[link] === FOLLOWS) {
        for (let k = 0; k < 6; k++) twistRate[v + k] += r * r * this.bend[v + k]
      }
    }
  }

  /**
   * Twists and spatial accelerations of the given links in one pass, when both their rates and accelerations are known.
   * Repeats the two methods above, since going through the links once is what makes a frame of a long chain fast.
   */
  spreadMotion(links: Int32Array): void {
    const { linkParent, linkMotion } = this.mechanism
    const { twist, twistRate, screw, rate, acceleration } = this
    const { inPlane } = this.flat
    for (let n = 0; n < links.length; n++) {
      const link = links[n]
      const p = 6 * linkParent[link]
      const v = 6 * link
      const r = rate[link]
      const a = acceleration[link]
      const sz = screw[v + 2]
      const tx = screw[v + 3]
      const ty = screw[v + 4]
      if (inPlane[link]) {
        const w = twist[p + 2] + r * sz
        const u = twist[p + 3] + r * tx
        const o = twist[p + 4] + r * ty
        twist[v + 2] = w
        twist[v + 3] = u
        twist[v + 4] = o
        twistRate[v + 2] = twistRate[p + 2] + a * sz
        twistRate[v + 3] = twistRate[p + 3] + a * tx + r * (o * sz - w * ty)
        twistRate[v + 4] = twistRate[p + 4] + a * ty + r * (w * tx - u * sz)
        continue
      }
      const sx = screw[v]
      const sy = screw[v + 1]
      const tz = screw[v + 5]
      const wx = twist[p] + r * sx
      const wy = twist[p + 1] + r * sy
      const wz = twist[p + 2] + r * sz
      const ux = twist[p + 3] + r * tx
      const uy = twist[p + 4] + r * ty
      const uz = twist[p + 5] + r * tz
      twist[v] = wx
      twist[v + 1] = wy
      twist[v + 2] = wz
      twist[v + 3] = ux
      twist[v + 4] = uy
      twist[v + 5] = uz
      twistRate[v] = twistRate[p] + a * sx + r * (wy * sz - wz * sy)
      twistRate[v + 1] = twistRate[p + 1] + a * sy + r * (wz * sx - wx * sz)
      twistRate[v + 2] = twistRate[p + 2] + a * sz + r * (wx * sy - wy * sx)
      twistRate[v + 3] = twistRate[p + 3] + a * tx + r * (wy * tz - wz * ty + uy * sz - uz * sy)
      twistRate[v + 4] = twistRate[p + 4] + a * ty + r * (wz * tx - wx * tz + uz * sx - ux * sz)
      twistRate[v + 5] = twistRate[p + 5] + a * tz + r * (wx * ty - wy * tx + ux * sy - uy * sx)
      if (linkMotion[link] === FOLLOWS) {
        for (let k = 0; k < 6; k++) twistRate[v + k] += r * r * this.bend[v + k]
      }
    }
  }

  /** Leaves twists and spatial accelerations of links, parents before children, until `readMotion` asks for them. */
  leaveUnread(links: Int32Array): void {
    this.unread = links
  }

  /** Makes sure that the twists and spatial accelerations of all links are current. */
  readMotion(): void {
    this.spreadMotion(this.unread)
    this.unread = NONE
  }

  /** Makes sure that third derivatives and second ones of all twists are current; not a number where they are not known. */
  readThird(): void {
    this.readMotion()
    const { thirdSource } = this
    if (!thirdSource) return
    this.thirdSource = null
    thirdSource()
  }

  /** A link that follows a path: its frame, screw and bend come from the path, given in the frame of the link. */
  private placeOnPath(link: number): void {
    const { linkParent, linkFrame, linkPath } = this.mechanism
    const { world, screw, bend, local } = this
    linkPath.get(link)!.follow(this.q[link], local)
    const p = FRAME * linkParent[link]
    const f = FRAME * link
    // the path is at the link's frame in the parent: ground <- parent <- frame <- path
    const base = baseFrame
    for (let k = 0; k < 3; k++) {
      for (let c = 0; c < 4; c++) {
        base[3 * c + k] =
          world[p + k] * linkFrame[f + 3 * c] +
          world[p + 3 + k] * linkFrame[f + 3 * c + 1] +
          world[p + 6 + k] * linkFrame[f + 3 * c + 2] +
          (c === 3 ? world[p + ORIGIN + k] : 0)
      }
    }
    for (let k = 0; k < 3; k++) {
      for (let c = 0; c < 4; c++) {
        world[f + 3 * c + k] =
          base[k] * local[3 * c] +
          base[3 + k] * local[3 * c + 1] +
          base[6 + k] * local[3 * c + 2] +
          (c === 3 ? base[ORIGIN + k] : 0)
      }
    }
    carrySpatial(base, local, FRAME, screw, 6 * link)
    carrySpatial(base, local, FRAME + 6, bend, 6 * link)
  }
}

/** A mechanism standing at coordinates by link, every link placed. */
export function standingAt(mechanism: Chain, q: Float64Array): MotionState {
  const state = new MotionState(mechanism)
  state.q.set(q)
  state.place(state.all)
  return state
}

const baseFrame = new Float64Array(FRAME)

/** A spatial vector given in `frame` (at its origin), seen from ground (at the ground's origin). */
function carrySpatial(frame: Frame, from: Float64Array, at: number, out: Float64Array, to: number): void {
  for (let k = 0; k < 3; k++) {
    out[to + k] = frame[k] * from[at] + frame[3 + k] * from[at + 1] + frame[6 + k] * from[at + 2]
    out[to + 3 + k] = frame[k] * from[at + 3] + frame[3 + k] * from[at + 4] + frame[6 + k] * from[at + 5]
  }
  const ox = frame[ORIGIN]
  const oy = frame[ORIGIN + 1]
  const oz = frame[ORIGIN + 2]
  out[to + 3] += oy * out[to + 2] - oz * out[to + 1]
  out[to + 4] += oz * out[to] - ox * out[to + 2]
  out[to + 5] += ox * out[to + 1] - oy * out[to]
}
