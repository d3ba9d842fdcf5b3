/** Energies of a motion from the inertias of its links in ground. */
import type { MotionState } from '../mechanism/state'
import { INERTIA, momentum } from './masses'
import type { LinkMasses } from './masses'
import type { Physics } from './physics'

const carried = new Float64Array(6)

/** [J]; twists must be current. */
export function kineticEnergy(
  { heavy, rotors }: LinkMasses,
  inertia: Float64Array,
  { twist, rate }: MotionState,
): number {
  let sum = 0
  for (const link of heavy) {
    momentum(inertia, INERTIA * link, twist, 6 * link, carried, 0)
    for (let k = 0; k < 6; k++) sum += carried[k] * twist[6 * link + k]
  }
  rotors.forEach((rotor, link) => {
    sum += rotor * rate[link] ** 2
  })
  return sum / 2
}

/** Of weight, zero at the ground's origin, of springs and of stops that give way [J]. */
export function potentialEnergy(
  { masses, loads }: Physics,
  inertia: Float64Array,
  state: MotionState,
): number {
  let sum = loads.energy(state)
  for (const link of masses.heavy)
    for (let k = 0; k < 3; k++) sum -= loads.gravity[k] * inertia[INERTIA * link + 1 + k]
  return sum
}
