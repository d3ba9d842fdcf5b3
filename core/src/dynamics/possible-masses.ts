/**
 * Masses and inertias that no body can have: a negative mass, or principal moments of which one is negative or larger than the sum of
 * the two others. Source: Goldstein, Classical Mechanics, section 5.3 (moments are sums of squares of distances).
 */
import type { BodyMass } from '../geometry/body-mass'
import type { Geometry } from '../mechanism/geometry'
import type { Problem } from '../result'
import type { Quantity } from '../units/quantity'
import { IMPOSSIBLE_MOMENT } from './tolerances'

/** Codes: `mass-negative`, `inertia-impossible`; each at its body. */
export function impossibleMasses({ bodies }: Geometry, masses: readonly (BodyMass | null)[]): Problem[] {
  return masses.flatMap((mass, b): Problem[] => {
    if (!mass?.typed) return []
    const { id, name } = bodies[b].source
    const at = (code: string, field: string, message: string): Problem => ({
      code,
      message: `${name}: ${message}`,
      pointer: `/bodies/${b}/mass/${field}`,
      ids: [id],
    })
    if (mass.mass < 0)
      return [
        at(
          'mass-negative',
          'mass',
          `its mass is ${written(bodies[b].source.mass!.mass)}; a mass is not negative.`,
        ),
      ]
    const [small, middle, large] = principalMoments(mass.inertia)
    const slack = IMPOSSIBLE_MOMENT * Math.max(1e-12, Math.abs(large))
    // one moment alone is what people type of a body that stays in a plane
    const isPlane = Math.abs(small) <= slack && Math.abs(middle) <= slack
    if (isPlane || (small >= -slack && large <= small + middle + slack)) return []
    const moments = [small, middle, large].map((v) => v.toPrecision(3)).join(', ')
    return [
      at(
        'inertia-impossible',
        'inertia',
        `no body has the principal moments ${moments} kg m^2: none is negative, and none is larger than the sum of the two others. Check the order xx, yy, zz, xy, yz, zx and the signs.`,
      ),
    ]
  })
}

const written = (mass: Quantity): string => (typeof mass === 'number' ? `${mass} kg` : mass)

/** In rising order. Source: Smith, Eigenvalues of a symmetric 3 x 3 matrix, Communications of the ACM 4 (1961). */
function principalMoments([xx, yy, zz, xy, yz, zx]: BodyMass['inertia']): [number, number, number] {
  const mean = (xx + yy + zz) / 3
  const [a, b, c] = [xx - mean, yy - mean, zz - mean]
  const spread = Math.sqrt((a * a + b * b + c * c + 2 * (xy * xy + yz * yz + zx * zx)) / 6)
  if (spread === 0) return [mean, mean, mean]
  const determinant = a * (b * c - yz * yz) - xy * (xy * c - yz * zx) + zx * (xy * yz - b * zx)
  const angle = Math.acos(Math.min(1, Math.max(-1, determinant / (2 * spread ** 3)))) / 3
  const large = mean + 2 * spread * Math.cos(angle)
  const small = mean + 2 * spread * Math.cos(angle + (2 * Math.PI) / 3)
  return [small, 3 * mean - large - small, large]
}
