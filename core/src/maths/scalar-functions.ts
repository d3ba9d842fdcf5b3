/**
 * The functions by which a condition makes one number of its parts, with their first and second derivatives, and the third derivative by
 * time where the parts change.
 * Gradients are n numbers; curvatures are rows of `MOST_PARTS` numbers, whatever n is.
 */
import { LEAST_FREE } from './tolerances'

/** Most parts that one is made of, which is also the length of a row of curvatures. */
export const MOST_PARTS = 4

export interface ScalarFunction {
  value(s: Float64Array, n: number): number
  derive(s: Float64Array, n: number, gradient: Float64Array, curvature: Float64Array): void
  /** Third derivative by time. @param jets value and three derivatives by time of each part, four numbers a part */
  third(jets: Float64Array, n: number): number
}

/** The derivatives of asin where its sine s changes: from cos(a) a' = s', differentiated twice. */
function thirdOfArc([s, s1, s2, s3]: Float64Array): number {
  const c = Math.sqrt(Math.max(0, 1 - s * s))
  const a1 = s1 / c
  const a2 = (s2 + s * a1 * a1) / c
  return (s3 + 3 * s * a1 * a2 + c * a1 ** 3) / c
}

const ROW = MOST_PARTS

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
  // r^2 a' = x y' - y x', differentiated twice
  third: ([y, y1, y2, y3, x, x1, x2, x3]) => {
    const r = x * x + y * y
    const r1 = 2 * (x * x1 + y * y1)
    const r2 = 2 * (x1 * x1 + x * x2 + y1 * y1 + y * y2)
    const a1 = (x * y1 - y * x1) / r
    const a2 = (x * y2 - y * x2 - r1 * a1) / r
    return (x * y3 + x1 * y2 - y * x3 - y1 * x2 - 2 * r1 * a2 - r2 * a1) / r
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
  // r r' = s . s', differentiated twice
  third: (jets, n) => {
    const sums = [0, 0, 0, 0]
    for (let i = 0; i < 4 * n; i += 4) {
      const [s, s1, s2, s3] = [jets[i], jets[i + 1], jets[i + 2], jets[i + 3]]
      sums[0] += s * s
      sums[1] += s * s1
      sums[2] += s1 * s1 + s * s2
      sums[3] += 3 * s1 * s2 + s * s3
    }
    const r = Math.sqrt(sums[0])
    const r1 = sums[1] / r
    const r2 = (sums[2] - r1 * r1) / r
    return (sums[3] - 3 * r1 * r2) / r
  },
}

/**
 * Signed distance of a line from the z axis along their common normal z x v, of where a point of the line is across (s0 s1) and of its
 * direction across (s2 s3). @param sign 1, or -1 for the other normal
 */
export const lineGap = (sign: 1 | -1): ScalarFunction => ({
  value: ([x, y, u, v]) => (sign * (u * y - v * x)) / Math.hypot(u, v),
  derive: ([x, y, u, v], _, gradient, curvature) => {
    const h = Math.hypot(u, v)
    const gap = (sign * (u * y - v * x)) / h
    const own = [(-sign * v) / h, (sign * u) / h, (sign * y) / h, (-sign * x) / h]
    // of log h
    const size = [0, 0, u / (h * h), v / (h * h)]
    for (let i = 0; i < 4; i++) gradient[i] = own[i] - gap * size[i]
    for (let i = 0; i < 4; i++)
      for (let j = 0; j < 4; j++) {
        const bent = i > 1 && j > 1 ? (i === j ? 1 / (h * h) : 0) - 2 * size[i] * size[j] : 0
        curvature[ROW * i + j] = -own[i] * size[j] - own[j] * size[i] + gap * size[i] * size[j] - gap * bent
      }
    curvature[ROW * 1 + 2] += sign / h
    curvature[ROW * 2 + 1] += sign / h
    curvature[3] -= sign / h
    curvature[ROW * 3] -= sign / h
  },
  // not known
  third: () => Number.NaN,
})

export const asin: ScalarFunction = {
  value: (s) => Math.asin(Math.min(1, Math.max(-1, s[0]))),
  derive: (s, _, gradient, curvature) => {
    const c = Math.sqrt(Math.max(0, 1 - s[0] * s[0]))
    gradient[0] = 1 / c
    curvature[0] = s[0] / (c * c * c)
  },
  third: thirdOfArc,
}

export const acos: ScalarFunction = {
  value: (s) => Math.acos(Math.min(1, Math.max(-1, s[0]))),
  derive: (s, _, gradient, curvature) => {
    const c = Math.sqrt(Math.max(0, 1 - s[0] * s[0]))
    gradient[0] = -1 / c
    curvature[0] = -s[0] / (c * c * c)
  },
  third: (jets) => -thirdOfArc(jets),
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
  // its second derivative is t . p'' + a^2 / L with a = n . p', where n' = -(a / L) t, t' = (a / L) n, L' = t . p' + R a / L
  third: ([x, x1, x2, x3, y, y1, y2, y3]) => {
    const d = Math.hypot(x, y)
    const free = Math.sqrt(Math.max(LEAST_FREE, d * d - radius * radius))
    const f = Math.atan2(y, x) - side * Math.acos(Math.min(1, radius / d))
    const [cos, sin] = [Math.cos(f), Math.sin(f)]
    const out = (cos * x1 + sin * y1) / free
    const across = cos * x2 + sin * y2
    const along = side * (cos * y1 - sin * x1)
    return side * (cos * y3 - sin * x3) + 3 * out * (across - out * along) - radius * out ** 3
  },
})
