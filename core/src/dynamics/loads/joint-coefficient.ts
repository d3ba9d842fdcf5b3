/**
 * Friction of a joint by a coefficient, from the force that the joint itself carries.
 * - Revolute: coefficient x radius of the pin x force across the axis (circle of friction).
 * - Prismatic: coefficient x force across the axis; moments that a long guide carries are left out.
 * - Screw: the flank of a square thread at its mean radius carries what comes along the axis. With the lead angle a, the normal
 *   force N and friction F along the flank: axial = N cos a + F sin a, and F does F r / cos a along the turn.
 * Source: Shigley, Mechanical Engineering Design, "The mechanics of power screws"; Norton, Design of Machinery, force analysis with
 * friction; common practice.
 */
import type { Coordinate } from '../../mechanism/coordinate'
import type { Mechanism } from '../../mechanism/compile'
import { succeed } from '../../result'
import type { Result } from '../../result'
import { resistBothWays } from './friction-law'
import type { FrictionLaw } from './friction-law'
import { loadFault } from './load-type'

export interface Coefficients {
  readonly kinetic: number
  readonly atStand: number
  /** [m] */
  readonly radius: number
}

/** Errors: `friction-joint`, `friction-radius`. */
export function frictionByCoefficient(
  { geometry, linkPitch }: Mechanism,
  name: string,
  { joint, link }: Coordinate,
  by: Coefficients,
): Result<FrictionLaw | null> {
  const { source } = geometry.joints[joint]
  if (by.atStand === 0) return succeed(null)
  const turns = source.kind === 'revolute' || source.kind === 'screw'
  if (!turns && source.kind !== 'prismatic')
    return loadFault(
      'friction-joint',
      '/coefficient',
      `${name}: friction by a coefficient is known for revolute, prismatic and screw joints, and ${source.name} is none of them; give its effort instead.`,
    )
  if (turns && !(by.radius > 0))
    return loadFault(
      'friction-radius',
      '/radius',
      `${name} needs the radius at which it rubs, more than zero.`,
    )
  const { kinetic, atStand, radius } = by
  if (source.kind === 'screw') return succeed(thread(by, link < 0 ? 0 : linkPitch[link]))
  const arm = turns ? radius : 1
  return succeed({
    needsCarried: true,
    add(to, { radial }) {
      resistBothWays(to, kinetic * arm * radial, atStand * arm * radial)
    },
  })
}

/** @param pitch advance for one radian [m] */
function thread({ kinetic, atStand, radius }: Coefficients, pitch: number): FrictionLaw {
  const tan = pitch / radius
  const cos = 1 / Math.hypot(1, tan)
  const sin = tan * cos
  return {
    needsCarried: true,
    add(to, { axial }, effort) {
      const normal = Math.abs(axial / cos - (effort * sin) / radius)
      const along = (normal * radius) / cos
      resistBothWays(to, kinetic * along, atStand * along)
    },
  }
}
