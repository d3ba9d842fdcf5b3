/**
 * The functions by which a condition makes one number of its parts, with their first and second derivatives.
 * Gradients are n numbers; curvatures are rows of three numbers, whatever n is.
 */
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
