/**
 * Accelerations of open chains under their loads, by articulated bodies: three passes along the tree, whose cost grows with the
 * number of links and no faster. Links whose acceleration is prescribed are taken along.
 *
 * Everything is in ground coordinates about the ground's origin, so that articulated inertias add up without being carried over.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, sections 7.3 and 9.2.
 */
import { FOLLOWS } from '../mechanism/chain'
import type { Chain } from '../mechanism/chain'
import type { MotionState } from '../mechanism/state'
import { INERTIA } from './masses'

/** A symmetric matrix of six rows by its upper triangle, row by row. */
const SYMMETRIC = 21

export class ArticulatedBodies {
  /** Link whose freedom no mass resists, after `solve` has failed; -1 else. */
  massless = -1
  private readonly inertia: Float64Array
  /** Bias force, U = I S, and bias acceleration of every link. */
  private readonly bias: Float64Array
  private readonly u: Float64Array
  private readonly drift: Float64Array
  private readonly pivot: Float64Array
  private readonly rest: Float64Array
  private readonly total: Float64Array
  /** The links by the chain from ground that they belong to, parents before children: what acts on one moves no other. */
  private readonly trees: readonly Int32Array[]

  /** @param links of the chains, parents before children: with each link all that hang on it */
  constructor(
    private readonly chain: Chain,
    private readonly links: Int32Array,
    /** 1 for links whose acceleration is prescribed. */
    private readonly known: Uint8Array,
    /** By link, see masses.ts. */
    private readonly rotors: Float64Array,
  ) {
    const n = chain.links
    this.inertia = new Float64Array(SYMMETRIC * n)
    this.bias = new Float64Array(6 * n)
    this.u = new Float64Array(6 * n)
    this.drift = new Float64Array(6 * n)
    this.pivot = new Float64Array(n)
    this.rest = new Float64Array(n)
    this.total = new Float64Array(6 * n)
    const root = (link: number): number => (chain.linkParent[link] > 0 ? root(chain.linkParent[link]) : link)
    const roots = [...new Set(Array.from(links, root))]
    this.trees = roots.map((first) => links.filter((link) => root(link) === first))
  }

  /**
   * Writes `state.acceleration` of the links that are not known, and the spatial accelerations of all of them.
   * @param inertias in ground, see masses.ts
   * @param forces needed by each link to move on with its twist and no acceleration, loads taken off; six numbers a link
   * @param efforts along each coordinate
   * @returns false where a link has nothing to be moved: no mass along its freedom
   */
  solve(state: MotionState, inertias: Float64Array, forces: Float64Array, efforts: Float64Array): boolean {
    const { links, chain, inertia, bias } = this
    const { linkParent } = chain
    for (let n = 0; n < links.length; n++) {
      const link = links[n]
      loadInertia(inertias, INERTIA * link, inertia, SYMMETRIC * link)
      for (let k = 0; k < 6; k++) bias[6 * link + k] = forces[6 * link + k]
      this.findDrift(state, link)
    }
    for (let n = links.length - 1; n >= 0; n--) {
      const link = links[n]
      if (!this.project(state, link, efforts[link], linkParent[link])) return false
    }
    this.spread(state)
    return true
  }

  /**
   * Rates of the links that are not known after impulses that give the known ones theirs; where no mass resists, rates stay. Momenta
   * follow the equations of forces, with rates instead of accelerations and without what bodies need to go on as they do.
   * @param momenta taken off what each link needs, six numbers a link
   * @param efforts momenta along each coordinate, of rotors
   */
  strike(state: MotionState, inertias: Float64Array, momenta: Float64Array, efforts: Float64Array): void {
    const { links, known } = this
    const { rate, acceleration, twist } = state
    const rates = Float64Array.from(links, (link) => rate[link])
    for (const link of links) {
      acceleration[link] = known[link] ? rate[link] : 0
      rate[link] = 0
      twist.fill(0, 6 * link, 6 * link + 6)
    }
    const isFound = this.solve(state, inertias, momenta, efforts)
    links.forEach((link, n) => {
      rate[link] = isFound && !known[link] ? acceleration[link] : rates[n]
    })
  }

  /** Accelerations by forces along the coordinates with nothing else acting, by link; after `solve`, whose pivots it uses. */
  respond(state: MotionState, forces: Float64Array, out: Float64Array): void {
    for (let n = 0; n < this.trees.length; n++) {
      const links = this.trees[n]
      if (isAny(forces, links)) this.respondIn(links, state, forces, out)
      else for (let k = 0; k < links.length; k++) out[links[k]] = 0
    }
  }

  private respondIn(
    links: Int32Array,
    { screw }: MotionState,
    forces: Float64Array,
    out: Float64Array,
  ): void {
    const { chain, bias, u, pivot, rest, total, known } = this
    const { linkParent } = chain
    for (let n = 0; n < links.length; n++) bias.fill(0, 6 * links[n], 6 * links[n] + 6)
    for (let n = links.length - 1; n >= 0; n--) {
      const link = links[n]
      const v = 6 * link
      const p = 6 * linkParent[link]
      let share = 0
      if (!known[link]) {
        let e = forces[link]
        for (let k = 0; k < 6; k++) e -= screw[v + k] * bias[v + k]
        rest[link] = e
        share = e / pivot[link]
      }
      if (p > 0) for (let k = 0; k < 6; k++) bias[p + k] += bias[v + k] + share * u[v + k]
    }
    for (let n = 0; n < links.length; n++) {
      const link = links[n]
      const v = 6 * link
      const p = 6 * linkParent[link]
      let e = rest[link]
      for (let k = 0; k < 6; k++) e -= u[v + k] * total[p + k]
      const q = known[link] ? 0 : e / pivot[link]
      for (let k = 0; k < 6; k++) total[v + k] = total[p + k] + q * screw[v + k]
      if (!known[link]) out[link] = q
    }
  }

  /** The acceleration that a link has by its rate alone, against its parent. */
  private findDrift({ twist, screw, rate, mechanism, bend }: MotionState, link: number): void {
    const { drift } = this
    const v = 6 * link
    const r = rate[link]
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
    drift[v] = r * (wy * sz - wz * sy)
    drift[v + 1] = r * (wz * sx - wx * sz)
    drift[v + 2] = r * (wx * sy - wy * sx)
    drift[v + 3] = r * (wy * tz - wz * ty + uy * sz - uz * sy)
    drift[v + 4] = r * (wz * tx - wx * tz + uz * sx - ux * sz)
    drift[v + 5] = r * (wx * ty - wy * tx + ux * sy - uy * sx)
    if (mechanism.linkMotion[link] === FOLLOWS)
      for (let k = 0; k < 6; k++) drift[v + k] += r * r * bend[v + k]
  }

  /** Hands a link's inertia and bias on to its parent, without what the link's freedom takes up. */
  private project(
    { screw, acceleration }: MotionState,
    link: number,
    effort: number,
    parent: number,
  ): boolean {
    const { inertia, bias, u, drift, pivot, rest, known } = this
    const v = 6 * link
    const a = SYMMETRIC * link
    if (known[link]) {
      if (parent <= 0) return true
      const q = acceleration[link]
      for (let k = 0; k < 6; k++) whole[k] = drift[v + k] + q * screw[v + k]
      multiplySymmetric(inertia, a, whole, 0, moved, 0)
      for (let k = 0; k < SYMMETRIC; k++) inertia[SYMMETRIC * parent + k] += inertia[a + k]
      for (let k = 0; k < 6; k++) bias[6 * parent + k] += bias[v + k] + moved[k]
      return true
    }
    multiplySymmetric(inertia, a, screw, v, u, v)
    let d = this.rotors[link]
    let e = effort
    for (let k = 0; k < 6; k++) {
      d += screw[v + k] * u[v + k]
      e -= screw[v + k] * bias[v + k]
    }
    if (!(d > 0)) {
      this.massless = link
      return false
    }
    pivot[link] = d
    rest[link] = e
    if (parent <= 0) return true
    multiplySymmetric(inertia, a, drift, v, moved, 0)
    for (let k = 0; k < 6; k++) e -= u[v + k] * drift[v + k]
    const share = e / d
    const p = 6 * parent
    for (let k = 0; k < 6; k++) bias[p + k] += bias[v + k] + moved[k] + share * u[v + k]
    addWithout(inertia, a, u, v, 1 / d, SYMMETRIC * parent)
    return true
  }

  /** From ground to the tips: the accelerations. */
  private spread({ screw, acceleration }: MotionState): void {
    const { links, chain, total, drift, u, pivot, rest, known } = this
    for (let n = 0; n < links.length; n++) {
      const link = links[n]
      const p = 6 * chain.linkParent[link]
      const v = 6 * link
      const a0 = total[p] + drift[v]
      const a1 = total[p + 1] + drift[v + 1]
      const a2 = total[p + 2] + drift[v + 2]
      const a3 = total[p + 3] + drift[v + 3]
      const a4 = total[p + 4] + drift[v + 4]
      const a5 = total[p + 5] + drift[v + 5]
      if (!known[link])
        acceleration[link] =
          (rest[link] -
            (u[v] * a0 + u[v + 1] * a1 + u[v + 2] * a2 + u[v + 3] * a3 + u[v + 4] * a4 + u[v + 5] * a5)) /
          pivot[link]
      const q = acceleration[link]
      total[v] = a0 + q * screw[v]
      total[v + 1] = a1 + q * screw[v + 1]
      total[v + 2] = a2 + q * screw[v + 2]
      total[v + 3] = a3 + q * screw[v + 3]
      total[v + 4] = a4 + q * screw[v + 4]
      total[v + 5] = a5 + q * screw[v + 5]
    }
  }
}

const whole = new Float64Array(6)
const moved = new Float64Array(6)

/** m[o] += m[i] - share * u u^T */
function addWithout(m: Float64Array, i: number, u: Float64Array, v: number, share: number, o: number): void {
  const u0 = u[v]
  const u1 = u[v + 1]
  const u2 = u[v + 2]
  const u3 = u[v + 3]
  const u4 = u[v + 4]
  const u5 = u[v + 5]
  const w0 = share * u0
  const w1 = share * u1
  const w2 = share * u2
  const w3 = share * u3
  const w4 = share * u4
  m[o] += m[i] - w0 * u0
  m[o + 1] += m[i + 1] - w0 * u1
  m[o + 2] += m[i + 2] - w0 * u2
  m[o + 3] += m[i + 3] - w0 * u3
  m[o + 4] += m[i + 4] - w0 * u4
  m[o + 5] += m[i + 5] - w0 * u5
  m[o + 6] += m[i + 6] - w1 * u1
  m[o + 7] += m[i + 7] - w1 * u2
  m[o + 8] += m[i + 8] - w1 * u3
  m[o + 9] += m[i + 9] - w1 * u4
  m[o + 10] += m[i + 10] - w1 * u5
  m[o + 11] += m[i + 11] - w2 * u2
  m[o + 12] += m[i + 12] - w2 * u3
  m[o + 13] += m[i + 13] - w2 * u4
  m[o + 14] += m[i + 14] - w2 * u5
  m[o + 15] += m[i + 15] - w3 * u3
  m[o + 16] += m[i + 16] - w3 * u4
  m[o + 17] += m[i + 17] - w3 * u5
  m[o + 18] += m[i + 18] - w4 * u4
  m[o + 19] += m[i + 19] - w4 * u5
  m[o + 20] += m[i + 20] - share * u5 * u5
}

/** The spatial inertia of ten numbers as a symmetric matrix of six rows. */
function loadInertia(m: Float64Array, i: number, out: Float64Array, o: number): void {
  const mass = m[i]
  const hx = m[i + 1]
  const hy = m[i + 2]
  const hz = m[i + 3]
  out[o] = m[i + 4]
  out[o + 1] = m[i + 7]
  out[o + 2] = m[i + 9]
  out[o + 3] = 0
  out[o + 4] = -hz
  out[o + 5] = hy
  out[o + 6] = m[i + 5]
  out[o + 7] = m[i + 8]
  out[o + 8] = hz
  out[o + 9] = 0
  out[o + 10] = -hx
  out[o + 11] = m[i + 6]
  out[o + 12] = -hy
  out[o + 13] = hx
  out[o + 14] = 0
  out[o + 15] = mass
  out[o + 16] = 0
  out[o + 17] = 0
  out[o + 18] = mass
  out[o + 19] = 0
  out[o + 20] = mass
}

function multiplySymmetric(
  m: Float64Array,
  i: number,
  x: Float64Array,
  ix: number,
  out: Float64Array,
  o: number,
): void {
  const x0 = x[ix]
  const x1 = x[ix + 1]
  const x2 = x[ix + 2]
  const x3 = x[ix + 3]
  const x4 = x[ix + 4]
  const x5 = x[ix + 5]
  out[o] = m[i] * x0 + m[i + 1] * x1 + m[i + 2] * x2 + m[i + 3] * x3 + m[i + 4] * x4 + m[i + 5] * x5
  out[o + 1] = m[i + 1] * x0 + m[i + 6] * x1 + m[i + 7] * x2 + m[i + 8] * x3 + m[i + 9] * x4 + m[i + 10] * x5
  out[o + 2] =
    m[i + 2] * x0 + m[i + 7] * x1 + m[i + 11] * x2 + m[i + 12] * x3 + m[i + 13] * x4 + m[i + 14] * x5
  out[o + 3] =
    m[i + 3] * x0 + m[i + 8] * x1 + m[i + 12] * x2 + m[i + 15] * x3 + m[i + 16] * x4 + m[i + 17] * x5
  out[o + 4] =
    m[i + 4] * x0 + m[i + 9] * x1 + m[i + 13] * x2 + m[i + 16] * x3 + m[i + 18] * x4 + m[i + 19] * x5
  out[o + 5] =
    m[i + 5] * x0 + m[i + 10] * x1 + m[i + 14] * x2 + m[i + 17] * x3 + m[i + 19] * x4 + m[i + 20] * x5
}

function isAny(values: Float64Array, of: Int32Array): boolean {
  for (let k = 0; k < of.length; k++) if (values[of[k]] !== 0) return true
  return false
}
