/**
 * Volume, centre of volume and second moments of solids, by the divergence theorem over their triangles.
 *
 * Round things are broken into chords, which errs by the square of the chord; the values for two finenesses give that
 * error and take it away (Richardson). Source of the polyhedral integrals: Mirtich, Fast and Accurate Computation of
 * Polyhedral Mass Properties (1996), here by signed tetrahedra.
 */
import type { Mesh } from './mesh'

/** Of a solid of density 1, in the frame of its mesh. */
export interface VolumeProperties {
  /** [m^3] */
  readonly volume: number
  /** [m] */
  readonly centre: readonly [number, number, number]
  /** Of the volume about the centre, times volume [m^5]: xx, yy, zz, xy, yz, zx of the inertia tensor. */
  readonly inertia: readonly [number, number, number, number, number, number]
}

/** Raw moments: volume, three first moments, six second moments xx, yy, zz, xy, yz, zx. */
export function moments(meshes: readonly Pick<Mesh, 'positions'>[]): Float64Array {
  const m = new Float64Array(10)
  for (const { positions: p } of meshes) {
    for (let t = 0; t < p.length; t += 9) {
      const [ax, ay, az, bx, by, bz, cx, cy, cz] = p.subarray(t, t + 9)
      const six = ax * (by * cz - bz * cy) - ay * (bx * cz - bz * cx) + az * (bx * cy - by * cx)
      m[0] += six / 6
      const [sx, sy, sz] = [ax + bx + cx, ay + by + cy, az + bz + cz]
      m[1] += (six * sx) / 24
      m[2] += (six * sy) / 24
      m[3] += (six * sz) / 24
      // integral of x_i x_j over a tetrahedron with one corner at the origin
      m[4] += (six * (sx * sx + ax * ax + bx * bx + cx * cx)) / 120
      m[5] += (six * (sy * sy + ay * ay + by * by + cy * cy)) / 120
      m[6] += (six * (sz * sz + az * az + bz * bz + cz * cz)) / 120
      m[7] += (six * (sx * sy + ax * ay + bx * by + cx * cy)) / 120
      m[8] += (six * (sy * sz + ay * az + by * bz + cy * cz)) / 120
      m[9] += (six * (sz * sx + az * ax + bz * bx + cz * cx)) / 120
    }
  }
  return m
}

/** Moments where the error that falls with the square of the chord is taken away. */
export function refinedMoments(coarse: Float64Array, fine: Float64Array): Float64Array {
  return fine.map((value, k) => value + (value - coarse[k]) / 3)
}

export function volumeProperties(m: Float64Array): VolumeProperties {
  const volume = m[0]
  const [x, y, z] = [m[1] / volume, m[2] / volume, m[3] / volume]
  const [xx, yy, zz] = [m[4] - volume * x * x, m[5] - volume * y * y, m[6] - volume * z * z]
  return {
    volume,
    centre: [x, y, z],
    inertia: [
      yy + zz,
      xx + zz,
      xx + yy,
      -(m[7] - volume * x * y),
      -(m[8] - volume * y * z),
      -(m[9] - volume * z * x),
    ],
  }
}
