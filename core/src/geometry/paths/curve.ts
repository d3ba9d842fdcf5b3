/**
 * A smooth curve through points: quintic splines of the three coordinates over the chord length, continuous to the
 * fourth derivative, followed by the length travelled along them. x of the frame lies along the curve, z as near to the datum's z as it can, or to
 * another of its axes when the curve runs along z.
 *
 * The frame's turning follows from the derivatives of its axes: w = 1/2 sum e x e', w' = 1/2 sum e x e''.
 */
import { FRAME } from '../../maths/frame'
import { QuinticSpline } from '../../maths/quintic-spline'
import { cross, norm, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { succeed } from '../../result'
import type { Result } from '../../result'
import { ArcLength } from './arc-length'
import { definePath } from './path-curve'
import type { MeasuredCurve } from './path-curve'

/** Points that are tried for the nearest one, between two given points. */
const TRIED = 8

export const curve = definePath({
  kind: 'curve',
  points: { least: 3, most: Infinity, words: '3 or more points' },
  make: smooth,
})

function smooth(points: readonly Vector[], closed: boolean): Result<MeasuredCurve> {
  const ring = closed ? [...points, points[0]] : points
  const knots = [0]
  for (let k = 1; k < ring.length; k++) knots.push(knots[k - 1] + norm(subtract(ring[k], ring[k - 1])))
  const around = knots[knots.length - 1]
  const splines = [0, 1, 2].map(
    (k) =>
      new QuinticSpline(
        knots,
        ring.map((p) => p[k]),
        closed ? 'periodic' : 'natural',
      ),
  )
  const upright = uprightFor(ring)
  const jet = new Float64Array(4)
  /** Position and three derivatives, three numbers each. */
  const point = new Float64Array(12)
  const evaluate = (t: number) => {
    for (let k = 0; k < 3; k++) {
      splines[k].evaluate(t, jet)
      for (let d = 0; d < 4; d++) point[3 * d + k] = jet[d]
    }
  }
  const arc = new ArcLength((t, out) => {
    evaluate(t)
    speedOf(point, out)
  }, knots)
  const { length } = arc
  const along = new Float64Array(4)
  /** The same by the length travelled, derivatives by the chain rule. */
  const follow = (u: number) => {
    const rounds = closed ? Math.floor(u / length) : 0
    arc.evaluate(u - rounds * length, along)
    evaluate(along[0])
    const [, t1, t2, t3] = along
    for (let k = 0; k < 3; k++) {
      const [v, a, j] = [point[3 + k], point[6 + k], point[9 + k]]
      point[3 + k] = v * t1
      point[6 + k] = a * t1 * t1 + v * t2
      point[9 + k] = j * t1 ** 3 + 3 * a * t1 * t2 + v * t3
    }
  }
  const gap = (u: number, x: number, y: number, z: number): number => {
    evaluate(u)
    return Math.hypot(point[0] - x, point[1] - y, point[2] - z)
  }
  return succeed({
    length,
    follow: (u, out) => {
      follow(u)
      frameOf(point, upright, out)
    },
    nearest: (x, y, z) => {
      let best = 0
      let least = Infinity
      for (let k = 0; k < TRIED * (knots.length - 1); k++) {
        const i = Math.floor(k / TRIED)
        const u = knots[i] + ((k % TRIED) / TRIED) * (knots[i + 1] - knots[i])
        const distance = gap(u, x, y, z)
        if (distance < least) {
          least = distance
          best = u
        }
      }
      // Newton on the foot of the perpendicular
      for (let iteration = 0; iteration < 20; iteration++) {
        evaluate(best)
        let slope = 0
        let bend = 0
        for (let k = 0; k < 3; k++) {
          const d = point[k] - [x, y, z][k]
          slope += d * point[3 + k]
          bend += point[3 + k] ** 2 + d * point[6 + k]
        }
        if (!(bend > 0) || Math.abs(slope / bend) > around) break
        best -= slope / bend
      }
      const rounds = closed ? Math.floor(best / around) : 0
      return rounds * length + arc.upTo(best - rounds * around)
    },
  })
}

/** The speed at a point and its derivative, from position and derivatives. */
function speedOf([, , , vx, vy, vz, ax, ay, az]: Float64Array, out: Float64Array): void {
  out[0] = Math.hypot(vx, vy, vz)
  out[1] = (vx * ax + vy * ay + vz * az) / out[0]
}

/** A unit vector with its first and second derivative, three numbers each. */
type Jet = Float64Array
const x: Jet = new Float64Array(9)
const y: Jet = new Float64Array(9)
const z: Jet = new Float64Array(9)
const raw = new Float64Array(9)

/** The frame's z, or an axis that the curve is well across. */
function uprightFor(points: readonly Vector[]): Vector {
  const candidates: readonly Vector[] = [
    [0, 0, 1],
    [1, 0, 0],
    [0, 1, 0],
  ]
  const across = candidates.map((axis) =>
    points.slice(1).reduce((least, p, k) => {
      const step = subtract(p, points[k])
      return Math.min(least, norm(cross(step, axis)) / norm(step))
    }, 1),
  )
  return candidates[across[0] > 0.1 ? 0 : across.indexOf(Math.max(...across))]
}

function frameOf(point: Float64Array, upright: Vector, out: Float64Array): void {
  raw.set(point.subarray(3, 12))
  normalise(raw, x)
  // y = upright x (x), made a unit vector
  const [ux, uy, uz] = upright
  for (let d = 0; d < 9; d += 3) {
    raw[d] = uy * x[d + 2] - uz * x[d + 1]
    raw[d + 1] = uz * x[d] - ux * x[d + 2]
    raw[d + 2] = ux * x[d + 1] - uy * x[d]
  }
  normalise(raw, y)
  crossJets(x, y, z)
  for (let k = 0; k < 3; k++) {
    out[k] = x[k]
    out[3 + k] = y[k]
    out[6 + k] = z[k]
    out[9 + k] = point[k]
    const i = (k + 1) % 3
    const j = (k + 2) % 3
    out[FRAME + k] = 0
    out[FRAME + 6 + k] = 0
    for (const e of axes) {
      out[FRAME + k] += (e[i] * e[3 + j] - e[j] * e[3 + i]) / 2
      out[FRAME + 6 + k] += (e[i] * e[6 + j] - e[j] * e[6 + i]) / 2
    }
  }
  // linear parts at the origin: v = p' + p x w, and its derivative
  for (let k = 0; k < 3; k++) {
    const i = (k + 1) % 3
    const j = (k + 2) % 3
    const w = FRAME
    const b = FRAME + 6
    out[w + 3 + k] = point[3 + k] + point[i] * out[w + j] - point[j] * out[w + i]
    out[b + 3 + k] =
      point[6 + k] +
      point[3 + i] * out[w + j] -
      point[3 + j] * out[w + i] +
      point[i] * out[b + j] -
      point[j] * out[b + i]
  }
}

const axes = [x, y, z] as const

/** n = v / |v| with two derivatives. */
function normalise(v: Float64Array, n: Jet): void {
  const size = Math.hypot(v[0], v[1], v[2])
  let rate = 0
  for (let k = 0; k < 3; k++) {
    n[k] = v[k] / size
    rate += n[k] * v[3 + k]
  }
  let bend = 0
  for (let k = 0; k < 3; k++) {
    n[3 + k] = (v[3 + k] - n[k] * rate) / size
    bend += n[3 + k] * v[3 + k] + n[k] * v[6 + k]
  }
  for (let k = 0; k < 3; k++) n[6 + k] = (v[6 + k] - 2 * n[3 + k] * rate - n[k] * bend) / size
}

/** c = a x b with two derivatives. */
function crossJets(a: Jet, b: Jet, c: Jet): void {
  for (let k = 0; k < 3; k++) {
    const i = (k + 1) % 3
    const j = (k + 2) % 3
    c[k] = a[i] * b[j] - a[j] * b[i]
    c[3 + k] = a[3 + i] * b[j] - a[3 + j] * b[i] + a[i] * b[3 + j] - a[j] * b[3 + i]
    c[6 + k] =
      a[6 + i] * b[j] -
      a[6 + j] * b[i] +
      2 * (a[3 + i] * b[3 + j] - a[3 + j] * b[3 + i]) +
      a[i] * b[6 + j] -
      a[j] * b[6 + i]
  }
}
