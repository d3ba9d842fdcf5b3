/** Vectors of three numbers as plain tuples, for set-up work (hot loops use flat arrays, see frame.ts). */
export type Vector = readonly [number, number, number]

export const dot = (a: Vector | Float64Array, b: Vector | Float64Array): number =>
  a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

export const norm = (a: Vector): number => Math.hypot(a[0], a[1], a[2])

export const subtract = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]

export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]

export const scaled = ([x, y, z]: Vector, factor: number): Vector => [factor * x, factor * y, factor * z]

/** `from` and `factor` times `direction` further on. */
export const ahead = ([x, y, z]: Vector, [u, v, w]: Vector, factor: number): Vector => [
  x + factor * u,
  y + factor * v,
  z + factor * w,
]

/** The part of a vector that is square to a unit vector. */
export const squareTo = (vector: Vector, unit: Vector): Vector => ahead(vector, unit, -dot(vector, unit))

export function unit(a: Vector): Vector {
  const length = norm(a)
  return [a[0] / length, a[1] / length, a[2] / length]
}

/** Some unit vector square to a unit vector. */
export const anySquareTo = (axis: Vector): Vector =>
  unit(squareTo(Math.abs(axis[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0], axis))

export const meanOf = (points: readonly Vector[]): Vector =>
  [0, 1, 2].map((k) => points.reduce((sum, p) => sum + p[k], 0) / points.length) as unknown as Vector
