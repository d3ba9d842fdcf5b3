/**
 * The functions by which a condition makes one number of its parts, with their first and second derivatives.
 * Gradients are n numbers; curvatures are rows of three numbers, whatever n is.
 */
import { LEAST_FREE } from './tolerances'
export interface ScalarFunction {
  value(s: Float64Array, n: number): number
  derive(s: Float64Array, n: number, gradient: Float64Array, curvature: Float64Array): void
}

const ROW = 3

/** atan2(s0, s1). */
export const atan2: ScalarFunction = {
  value: (s) => Math.atan2(s[0], s[1]),
  derive: (s, _, gradient, curvature) => {
    const [y, x] = [s[0], s[1]]
    const r = x * x + y * y
    gradient[0] = x / r
    gradient[1] = -y / r
    curvature[0] = (-2 * x * y) / (r * r)
    curvature[1] = curvature[ROW] = (y * y - x * x) / (r * r)
    curvature[ROW + 1] = (2 * x * y) / (r * r)
  },
}

/** Length of the vector s. */
export const hypot: ScalarFunction = {
  value: (s, n) => (n === 2 ? Math.hypot(s[0], s[1]) : Math.hypot(s[0], s[1], s[2])),
  derive: (s, n, gradient, curvature) => {
    const r = n === 2 ? Math.hypot(s[0], s[1]) : Math.hypot(s[0], s[1], s[2])
    for (let i = 0; i < n; i++) gradient[i] = s[i] / r
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) {
        curvature[ROW * i + j] = ((i === j ? 1 : 0) - gradient[i] * gradient[j]) / r
      }
    }
  },
}

export const asin: ScalarFunction = {
  value: (s) => Math.asin(Math.min(1, Math.max(-1, s[0]))),
  derive: (s, _, gradient, curvature) => {
    const c = Math.sqrt(Math.max(0, 1 - s[0] * s[0]))
    gradient[0] = 1 / c
    curvature[0] = s[0] / (c * c * c)
  },
}

export const acos: ScalarFunction = {
  value: (s) => Math.acos(Math.min(1, Math.max(-1, s[0]))),
  derive: (s, _, gradient, curvature) => {
    const c = Math.sqrt(Math.max(0, 1 - s[0] * s[0]))
    gradient[0] = -1 / c
    curvature[0] = -s[0] / (c * c * c)
  },
}

/**
 * Length of a taut cord from a circle about the origin to the point (s0, s1): its free part and the arc that it has left,
 * counted from the direction `toward`. With the tangent point R n, n = (cos f, sin f), and the free part L along
 * t = side (-sin f, cos f): the gradient is t, the curvature n n^T / L.
 *
 * @param side +1 when the cord leaves the circle counter-clockwise, -1 when clockwise
 * Source: the involute of a circle, e.g. Bronstein & Semendjajew, Taschenbuch der Mathematik.
 */
export const unwound = (
  radius: number,
  side: 1 | -1,
  [tx, ty]: readonly [number, number],
): ScalarFunction => ({
  value: (s) => {
    const [x, y] = [s[0], s[1]]
    const d = Math.hypot(x, y)
    const free = Math.sqrt(Math.max(0, d * d - radius * radius))
    const f = Math.atan2(tx * y - ty * x, tx * x + ty * y) - side * Math.acos(Math.min(1, radius / d))
    return free + side * radius * f
  },
  derive: (s, _, gradient, curvature) => {
    const [x, y] = [s[0], s[1]]
    const d = Math.hypot(x, y)
    const free = Math.sqrt(Math.max(LEAST_FREE, d * d - radius * radius))
    const f = Math.atan2(y, x) - side * Math.acos(Math.min(1, radius / d))
    const [cos, sin] = [Math.cos(f), Math.sin(f)]
    gradient[0] = -side * sin
    gradient[1] = side * cos
    curvature[0] = (cos * cos) / free
    curvature[1] = curvature[ROW] = (cos * sin) / free
    curvature[ROW + 1] = (sin * sin) / free
  },
})
