/** Vectors of three numbers somewhere in arrays, for loops that allocate nothing. */

/** out[io ..] = keep * out[io ..] + share * (a[ia ..] x b[ib ..]) */
export function crossInto(
  a: Float64Array,
  ia: number,
  b: Float64Array,
  ib: number,
  out: Float64Array,
  io: number,
  keep: number,
  share = 1,
): void {
  const x = a[ia + 1] * b[ib + 2] - a[ia + 2] * b[ib + 1]
  const y = a[ia + 2] * b[ib] - a[ia] * b[ib + 2]
  const z = a[ia] * b[ib + 1] - a[ia + 1] * b[ib]
  out[io] = keep * out[io] + share * x
  out[io + 1] = keep * out[io + 1] + share * y
  out[io + 2] = keep * out[io + 2] + share * z
}

/** out[io ..] = a[ia ..] x b[ib ..], whatever was there; `out` is another array than both. */
export function writeCross(
  a: Float64Array,
  ia: number,
  b: Float64Array,
  ib: number,
  out: Float64Array,
  io: number,
): void {
  out[io] = a[ia + 1] * b[ib + 2] - a[ia + 2] * b[ib + 1]
  out[io + 1] = a[ia + 2] * b[ib] - a[ia] * b[ib + 2]
  out[io + 2] = a[ia] * b[ib + 1] - a[ia + 1] * b[ib]
}

/** Writes a unit vector square to another one. */
export function writeSquare(along: ArrayLike<number>, at: number, out: Float64Array, to: number): void {
  const [x, y, z] = [along[at], along[at + 1], along[at + 2]]
  const isAcrossX = Math.abs(x) < 0.6
  const size = isAcrossX ? Math.hypot(y, z) : Math.hypot(x, y)
  out[to] = isAcrossX ? 0 : y / size
  out[to + 1] = (isAcrossX ? z : -x) / size
  out[to + 2] = isAcrossX ? -y / size : 0
}
