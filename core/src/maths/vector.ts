/** Vectors of three numbers as plain tuples, for set-up work (hot loops use flat arrays, see frame.ts). */
export type Vector = readonly [number, number, number]

export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

export const norm = (a: Vector): number => Math.hypot(a[0], a[1], a[2])

export const subtract = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]

export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]
