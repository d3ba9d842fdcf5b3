/** What forces and free motion are measured against: equations of single mechanisms written by hand on typed arrays. */
import { Dop853 } from '../src/maths/ode/dop853'
import { fourBar } from '../test/published/closed-forms'

export const ROD = { length: 0.2, mass: 0.1 }
const G = 9.81

/**
 * Accelerations of a chain of slender rods along x, hinges about z and y in turns, by articulated bodies in ground coordinates.
 * Source: Featherstone, Rigid Body Dynamics Algorithms, table 7.1.
 */
export class ChainByHand {
  readonly acceleration: Float64Array
  /** Of the last rod's end. */
  readonly tip = new Float64Array(3)
  private readonly a: Float64Array
  private readonly p: Float64Array
  private readonly s: Float64Array
  private readonly u: Float64Array
  private readonly c: Float64Array
  private readonly d: Float64Array
  private readonly e: Float64Array
  private readonly v = new Float64Array(6)
  private readonly t = new Float64Array(6)

  constructor(
    readonly n: number,
    private readonly gravity: readonly [number, number, number],
  ) {
    this.acceleration = new Float64Array(n)
    this.a = new Float64Array(36 * n)
    this.p = new Float64Array(6 * n)
    this.s = new Float64Array(6 * n)
    this.u = new Float64Array(6 * n)
    this.c = new Float64Array(6 * n)
    this.d = new Float64Array(n)
    this.e = new Float64Array(n)
  }

  solve(q: Float64Array, rate: Float64Array): void {
    this.outwards(q, rate)
    this.inwards()
    const { n, s, u, c, d, e, v, acceleration } = this
    v.fill(0)
    for (let i = 0; i < n; i++) {
      const o = 6 * i
      let along = e[i]
      for (let k = 0; k < 6; k++) {
        v[k] += c[o + k]
        along -= u[o + k] * v[k]
      }
      const w = along / d[i]
      acceleration[i] = w
      for (let k = 0; k < 6; k++) v[k] += w * s[o + k]
    }
  }

  // eslint-disable-next-line max-lines-per-function -- written out as one would by hand
  private outwards(q: Float64Array, rate: Float64Array): void {
    const { n, a, p, s, c, v, t, tip, gravity } = this
    const { length, mass } = ROD
    let xx = 1
    let xy = 0
    let xz = 0
    let yx = 0
    let yy = 1
    let yz = 0
    let zx = 0
    let zy = 0
    let zz = 1
    let px = 0
    let py = 0
    let pz = 0
    v.fill(0)
    for (let i = 0; i < n; i++) {
      const o = 6 * i
      const sine = Math.sin(q[i])
      const cosine = Math.cos(q[i])
      let ex: number
      let ey: number
      let ez: number
      if (i % 2 === 0) {
        ex = zx
        ey = zy
        ez = zz
        const ax = xx * cosine + yx * sine
        const ay = xy * cosine + yy * sine
        const az = xz * cosine + yz * sine
        yx = yx * cosine - xx * sine
        yy = yy * cosine - xy * sine
        yz = yz * cosine - xz * sine
        xx = ax
        xy = ay
        xz = az
      } else {
        ex = yx
        ey = yy
        ez = yz
        const cx = zx * cosine + xx * sine
        const cy = zy * cosine + xy * sine
        const cz = zz * cosine + xz * sine
        xx = xx * cosine - zx * sine
        xy = xy * cosine - zy * sine
        xz = xz * cosine - zz * sine
        zx = cx
        zy = cy
        zz = cz
      }
      const w = rate[i]
      const mx = py * ez - pz * ey
      const my = pz * ex - px * ez
      const mz = px * ey - py * ex
      s[o] = ex
      s[o + 1] = ey
      s[o + 2] = ez
      s[o + 3] = mx
      s[o + 4] = my
      s[o + 5] = mz
      const wx = v[0]
      const wy = v[1]
      const wz = v[2]
      const ux = v[3]
      const uy = v[4]
      const uz = v[5]
      c[o] = w * (wy * ez - wz * ey)
      c[o + 1] = w * (wz * ex - wx * ez)
      c[o + 2] = w * (wx * ey - wy * ex)
      c[o + 3] = w * (wy * mz - wz * my + uy * ez - uz * ey)
      c[o + 4] = w * (wz * mx - wx * mz + uz * ex - ux * ez)
      c[o + 5] = w * (wx * my - wy * mx + ux * ey - uy * ex)
      for (let k = 0; k < 6; k++) v[k] += w * s[o + k]
      const gx = px + (length / 2) * xx
      const gy = py + (length / 2) * xy
      const gz = pz + (length / 2) * xz
      px += length * xx
      py += length * xy
      pz += length * xz
      const rod = (mass * length * length) / 12
      const at = 36 * i
      const m = mass
      a[at] = rod * (1 - xx * xx) + m * (gy * gy + gz * gz)
      a[at + 1] = -rod * xx * xy - m * gx * gy
      a[at + 2] = -rod * xx * xz - m * gx * gz
      a[at + 7] = rod * (1 - xy * xy) + m * (gz * gz + gx * gx)
      a[at + 8] = -rod * xy * xz - m * gy * gz
      a[at + 14] = rod * (1 - xz * xz) + m * (gx * gx + gy * gy)
      a[at + 3] = 0
      a[at + 4] = -m * gz
      a[at + 5] = m * gy
      a[at + 9] = m * gz
      a[at + 10] = 0
      a[at + 11] = -m * gx
      a[at + 15] = -m * gy
      a[at + 16] = m * gx
      a[at + 17] = 0
      a[at + 21] = a[at + 28] = a[at + 35] = m
      a[at + 22] = a[at + 23] = a[at + 29] = 0
      times(a, at, v, 0, t)
      const Wx = v[0]
      const Wy = v[1]
      const Wz = v[2]
      const Ux = v[3]
      const Uy = v[4]
      const Uz = v[5]
      const fx = m * gravity[0]
      const fy = m * gravity[1]
      const fz = m * gravity[2]
      p[o] = Wy * t[2] - Wz * t[1] + Uy * t[5] - Uz * t[4] - (gy * fz - gz * fy)
      p[o + 1] = Wz * t[0] - Wx * t[2] + Uz * t[3] - Ux * t[5] - (gz * fx - gx * fz)
      p[o + 2] = Wx * t[1] - Wy * t[0] + Ux * t[4] - Uy * t[3] - (gx * fy - gy * fx)
      p[o + 3] = Wy * t[5] - Wz * t[4] - fx
      p[o + 4] = Wz * t[3] - Wx * t[5] - fy
      p[o + 5] = Wx * t[4] - Wy * t[3] - fz
    }
    tip.set([px, py, pz])
  }

  private inwards(): void {
    const { n, a, p, s, u, c, d, e, t } = this
    for (let i = n - 1; i >= 0; i--) {
      const o = 6 * i
      const at = 36 * i
      times(a, at, s, o, t)
      let pivot = 0
      let effort = 0
      for (let k = 0; k < 6; k++) {
        u[o + k] = t[k]
        pivot += s[o + k] * t[k]
        effort -= s[o + k] * p[o + k]
      }
      d[i] = pivot
      e[i] = effort
      if (i === 0) return
      times(a, at, c, o, t)
      let share = effort
      for (let k = 0; k < 6; k++) share -= u[o + k] * c[o + k]
      share /= pivot
      for (let k = 0; k < 6; k++) p[o - 6 + k] += p[o + k] + t[k] + share * u[o + k]
      for (let r = 0; r < 6; r++) {
        const w = u[o + r] / pivot
        for (let k = r; k < 6; k++) a[at - 36 + 6 * r + k] += a[at + 6 * r + k] - w * u[o + k]
      }
    }
  }
}

/** A symmetric matrix of which the upper triangle is there. */
function times(a: Float64Array, at: number, x: Float64Array, o: number, out: Float64Array): void {
  const x0 = x[o]
  const x1 = x[o + 1]
  const x2 = x[o + 2]
  const x3 = x[o + 3]
  const x4 = x[o + 4]
  const x5 = x[o + 5]
  out[0] = a[at] * x0 + a[at + 1] * x1 + a[at + 2] * x2 + a[at + 3] * x3 + a[at + 4] * x4 + a[at + 5] * x5
  out[1] =
    a[at + 1] * x0 + a[at + 7] * x1 + a[at + 8] * x2 + a[at + 9] * x3 + a[at + 10] * x4 + a[at + 11] * x5
  out[2] =
    a[at + 2] * x0 + a[at + 8] * x1 + a[at + 14] * x2 + a[at + 15] * x3 + a[at + 16] * x4 + a[at + 17] * x5
  out[3] =
    a[at + 3] * x0 + a[at + 9] * x1 + a[at + 15] * x2 + a[at + 21] * x3 + a[at + 22] * x4 + a[at + 23] * x5
  out[4] =
    a[at + 4] * x0 + a[at + 10] * x1 + a[at + 16] * x2 + a[at + 22] * x3 + a[at + 28] * x4 + a[at + 29] * x5
  out[5] =
    a[at + 5] * x0 + a[at + 11] * x1 + a[at + 17] * x2 + a[at + 23] * x3 + a[at + 29] * x4 + a[at + 35] * x5
}

/** That chain from rest, for a time. Returns where its tip is. */
export function fallByHand(
  n: number,
  gravity: readonly [number, number, number],
  end: number,
  relative: number,
): Float64Array {
  const chain = new ChainByHand(n, gravity)
  const q = new Float64Array(n)
  const rate = new Float64Array(n)
  const ode = new Dop853(
    2 * n,
    (_, y, out, at) => {
      for (let i = 0; i < n; i++) {
        q[i] = y[i]
        rate[i] = y[n + i]
      }
      chain.solve(q, rate)
      for (let i = 0; i < n; i++) {
        out[at + i] = rate[i]
        out[at + n + i] = chain.acceleration[i]
      }
      return true
    },
    { relative, absolute: new Float64Array(2 * n).fill(relative / 10) },
  )
  ode.start(0)
  while (ode.time < end) if (ode.step(end)) throw new Error('The chain failed.')
  for (let i = 0; i < n; i++) q[i] = ode.y[i]
  chain.solve(q, rate)
  return chain.tip
}

/** Masses and lengths of the four-bar that is let go. */
export const FREE_FOUR_BAR = {
  ground: 0.16,
  crank: 0.03,
  coupler: 0.16,
  rocker: 0.1,
  start: 1,
  masses: [0.1, 0.5, 0.3],
} as const

/** A crank-rocker of slender rods let go, by its reduced equation in the crank angle; returns that angle at the end. */
export function fourBarByHand(end: number, relative: number): { angle: number; evaluations: number } {
  const { ground, crank, coupler, rocker, start, masses } = FREE_FOUR_BAR
  const [m1, m2, m3] = masses
  const ode = new Dop853(
    2,
    (_, y, out, at) => {
      const q = y[0]
      const w = y[1]
      // rates for a crank at 1 rad/s, and accelerations for one that does not speed up
      const unit = fourBar(ground, crank, coupler, rocker, [q, 1, 0])
      const [u, du, ddu] = unit.coupler
      const [, dv, ddv] = unit.rocker
      const s = Math.sin(q)
      const c = Math.cos(q)
      const su = Math.sin(u)
      const cu = Math.cos(u)
      const vx = -crank * s - (coupler / 2) * su * du
      const vy = crank * c + (coupler / 2) * cu * du
      const ax = -crank * c - (coupler / 2) * (cu * du * du + su * ddu)
      const ay = -crank * s - (coupler / 2) * (su * du * du - cu * ddu)
      const inertia =
        (m1 * crank ** 2) / 3 +
        m2 * (vx * vx + vy * vy) +
        ((m2 * coupler ** 2) / 12) * du * du +
        ((m3 * rocker ** 2) / 3) * dv * dv
      const slope =
        m2 * (vx * ax + vy * ay) + ((m2 * coupler ** 2) / 12) * du * ddu + ((m3 * rocker ** 2) / 3) * dv * ddv
      const cosRocker = Math.cos(unit.rocker[0])
      const weight = -G * ((m1 * crank * c) / 2 + m2 * vy + (m3 * rocker * cosRocker * dv) / 2)
      out[at] = w
      out[at + 1] = (weight - slope * w * w) / inertia
      return true
    },
    { relative, absolute: Float64Array.of(relative / 10, relative / 10) },
  )
  ode.y.set([start, 0])
  ode.start(0)
  while (ode.time < end) if (ode.step(end)) throw new Error('The four-bar failed.')
  return { angle: ode.y[0], evaluations: ode.evaluations }
}
