/** How the bodies of a contact rub and bounce. */
import type { Contact } from '../document/format/contacts'

export interface ContactLaw {
  /** Coefficients of friction while it sticks and while it slides [-]. */
  readonly staticFriction: number
  readonly kineticFriction: number
  /** Share of the speed with which bodies part after a blow [-]. */
  readonly restitution: number
}

/** What is left out is smooth and does not bounce; friction that is given once holds for both. */
export function lawOf({ friction = 0, staticFriction = friction, restitution = 0 }: Contact): ContactLaw {
  const felt = (coefficient: number) => (coefficient < LEAST_FRICTION ? 0 : coefficient)
  return {
    kineticFriction: felt(friction),
    staticFriction: felt(Math.max(friction, staticFriction)),
    restitution,
  }
}

/** Less friction than this is none [-]. */
const LEAST_FRICTION = 1e-9
