/**
 * The two primitives of nearly all rows, written out: with e an axis of A, p the origin of B and f an axis of B, the distance
 * e (p - origin of A) and the product e f. `i` is where e begins in the frames, `j` where p or f does.
 *
 * Source: Featherstone, Rigid Body Dynamics Algorithms, chapter 2; see conditions.ts for the same in general.
 */
import type { Frame } from '../maths/frame'

/** Adds the derivatives of the distance by the given links. */
export function addDistanceGradient(
  frames: Frame,
  i: number,
  j: number,
  factor: number,
  screw: Float64Array,
  links: Int32Array,
  places: Int32Array,
  signs: Float64Array,
  first: number,
  end: number,
  out: Float64Array,
): void {
  const ex = frames[i]
  const ey = frames[i + 1]
  const ez = frames[i + 2]
  const px = frames[j]
  const py = frames[j + 1]
  const pz = frames[j + 2]
  const wx = py * ez - pz * ey
  const wy = pz * ex - px * ez
  const wz = px * ey - py * ex
  for (let n = first; n < end; n++) {
    const v = 6 * links[n]
    out[places[n]] +=
      factor *
      signs[n] *
      (wx * screw[v] +
        wy * screw[v + 1] +
        wz * screw[v + 2] +
        ex * screw[v + 3] +
        ey * screw[v + 4] +
        ez * screw[v + 5])
  }
}

/** Adds the derivatives of the product by the given links. */
export function addProductGradient(
  frames: Frame,
  i: number,
  j: number,
  factor: number,
  screw: Float64Array,
  links: Int32Array,
  places: Int32Array,
  signs: Float64Array,
  first: number,
  end: number,
  out: Float64Array,
): void {
  const ex = frames[i]
  const ey = frames[i + 1]
  const ez = frames[i + 2]
  const fx = frames[j]
  const fy = frames[j + 1]
  const fz = frames[j + 2]
  const wx = fy * ez - fz * ey
  const wy = fz * ex - fx * ez
  const wz = fx * ey - fy * ex
  for (let n = first; n < end; n++) {
    const v = 6 * links[n]
    out[places[n]] += factor * signs[n] * (wx * screw[v] + wy * screw[v + 1] + wz * screw[v + 2])
  }
}

/** Rate of a primitive: e v + (p x e) w, or (f x e) w; `a` is where the twist of A begins, and `b` that of B. */
export function primitiveRate(
  isDistance: boolean,
  frames: Frame,
  i: number,
  j: number,
  twist: Float64Array,
  a: number,
  b: number,
): number {
  const ex = frames[i]
  const ey = frames[i + 1]
  const ez = frames[i + 2]
  const px = frames[j]
  const py = frames[j + 1]
  const pz = frames[j + 2]
  const turning =
    (py * ez - pz * ey) * (twist[b] - twist[a]) +
    (pz * ex - px * ez) * (twist[b + 1] - twist[a + 1]) +
    (px * ey - py * ex) * (twist[b + 2] - twist[a + 2])
  if (!isDistance) return turning
  return (
    turning +
    ex * (twist[b + 3] - twist[a + 3]) +
    ey * (twist[b + 4] - twist[a + 4]) +
    ez * (twist[b + 5] - twist[a + 5])
  )
}

/**
 * Second derivative of a primitive. With differences taken from B to A, w angular and v linear, the distance has
 * e v' + (p x e) w' + (w_A x e) v + (p' x e + p x (w_A x e)) w, the product (f x e) w' + (f' x e + f x (w_A x e)) w.
 * @param a where the twists of A begin, and b those of B
 */
export function primitiveAcceleration(
  isDistance: boolean,
  frames: Frame,
  i: number,
  j: number,
  twist: Float64Array,
  twistRate: Float64Array,
  a: number,
  b: number,
): number {
  const ex = frames[i]
  const ey = frames[i + 1]
  const ez = frames[i + 2]
  const px = frames[j]
  const py = frames[j + 1]
  const pz = frames[j + 2]
  const ax = twist[a]
  const ay = twist[a + 1]
  const az = twist[a + 2]
  const bx = twist[b]
  const by = twist[b + 1]
  const bz = twist[b + 2]
  // e turns with A; p, or f, with B
  const ux = ay * ez - az * ey
  const uy = az * ex - ax * ez
  const uz = ax * ey - ay * ex
  let qx = by * pz - bz * py
  let qy = bz * px - bx * pz
  let qz = bx * py - by * px
  let sum = 0
  if (isDistance) {
    const vx = twist[b + 3]
    const vy = twist[b + 4]
    const vz = twist[b + 5]
    qx += vx
    qy += vy
    qz += vz
    sum =
      ex * (twistRate[b + 3] - twistRate[a + 3]) +
      ey * (twistRate[b + 4] - twistRate[a + 4]) +
      ez * (twistRate[b + 5] - twistRate[a + 5]) +
      ux * (vx - twist[a + 3]) +
      uy * (vy - twist[a + 4]) +
      uz * (vz - twist[a + 5])
  }
  return (
    sum +
    (py * ez - pz * ey) * (twistRate[b] - twistRate[a]) +
    (pz * ex - px * ez) * (twistRate[b + 1] - twistRate[a + 1]) +
    (px * ey - py * ex) * (twistRate[b + 2] - twistRate[a + 2]) +
    (qy * ez - qz * ey + py * uz - pz * uy) * (bx - ax) +
    (qz * ex - qx * ez + pz * ux - px * uz) * (by - ay) +
    (qx * ey - qy * ex + px * uy - py * ux) * (bz - az)
  )
}
