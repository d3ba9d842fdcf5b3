/**
 * Dry friction along coordinates of links: it works against the motion, holds exactly at a stand up to a limit, and may depend on
 * what the joint carries. Then it has a part in the forces that it depends on, and both are found together.
 */
import { LEAST_SLIDING_RATE, SETTLED_FRICTION } from './tolerances'
import { SLIDES } from '../mechanism/chain'
import type { MotionState } from '../mechanism/state'
import { CoordinateLoad } from './loads/coordinate-load'
import type { CarriedForce, FrictionLaw, Resistance } from './loads/friction-law'
import type { Loads } from './loads/loads'

/** All dry friction along the coordinate of one link. */
export interface DryFriction {
  readonly link: number
  readonly joint: number
  readonly laws: readonly FrictionLaw[]
  readonly needsCarried: boolean
  readonly resistance: Resistance
}

export type Sense = -1 | 0 | 1

/** A coordinate with friction that may slide. */
export interface Sliding {
  readonly link: number
  readonly friction: DryFriction | null
  /** The way that it slides; 0 where it does not. */
  way: Sense
  /** What friction does along the coordinate while it slides [N m, N]; 0 where it does not. */
  slide: number
}

/** By link, in the order of the links. */
export function frictionsOf(loads: Loads): DryFriction[] {
  const found = new Map<number, DryFriction>()
  for (const load of loads.acting) {
    if (!(load instanceof CoordinateLoad) || !load.law.friction) continue
    const { link, joint } = load.coordinate
    const laws = [...(found.get(link)?.laws ?? []), load.law.friction]
    const needsCarried = laws.some((law) => law.needsCarried)
    const resistance = { movingUp: 0, movingDown: 0, heldUp: 0, heldDown: 0 }
    const friction = { link, joint, laws, needsCarried, resistance }
    readResistance(friction, NOTHING, 0)
    found.set(link, friction)
  }
  return [...found.values()].sort((a, b) => a.link - b.link)
}

const NOTHING: CarriedForce = { axial: 0, radial: 0 }

/** Reads what resists now. @param effort of friction along the coordinate */
export function readResistance(
  { laws, resistance }: DryFriction,
  carried: CarriedForce,
  effort: number,
): void {
  resistance.movingUp = resistance.movingDown = resistance.heldUp = resistance.heldDown = 0
  for (let k = 0; k < laws.length; k++) laws[k].add(resistance, carried, effort)
}

/** What friction does while it slides. */
export const slideOf = ({ friction, way }: Sliding): number =>
  friction === null || way === 0
    ? 0
    : way > 0
      ? -friction.resistance.movingUp
      : friction.resistance.movingDown

/** The way of a coordinate that moves at a rate; `scale` is that of its link. */
export const wayOf = (rate: number, scale: number): Sense =>
  Math.abs(rate) <= LEAST_SLIDING_RATE * scale ? 0 : rate > 0 ? 1 : -1

/** The force that a link's joint carries. @param wrench on the body that moves with the link, in ground */
export function carriedForce(
  { mechanism, screw }: MotionState,
  link: number,
  wrench: Float64Array,
  out: CarriedForce,
): void {
  const a = 6 * link + (mechanism.linkMotion[link] === SLIDES ? 3 : 0)
  const axial = wrench[3] * screw[a] + wrench[4] * screw[a + 1] + wrench[5] * screw[a + 2]
  let radial = 0
  for (let k = 0; k < 3; k++) radial += (wrench[3 + k] - axial * screw[a + k]) ** 2
  out.axial = axial
  out.radial = Math.sqrt(radial)
}

const MOST_ROUNDS = 200

/**
 * Finds friction that depends on the forces it has a part in: `slide` of each is what its law says of the forces that it leads to.
 * One alone is found by the secant method, several by going round.
 * @param evaluate finds all forces at the present `slide`, and with them what resists
 * @returns false where there is none: it jams, or what is evaluated cannot be
 */
export function settleFriction(sliding: readonly Sliding[], evaluate: () => boolean): boolean {
  let before = 0
  let changeBefore = 0
  for (let round = 0; round < MOST_ROUNDS; round++) {
    if (!evaluate()) return false
    let isSettled = true
    for (let k = 0; k < sliding.length; k++) {
      const one = sliding[k]
      const next = slideOf(one)
      const change = next - one.slide
      if (Math.abs(change) <= SETTLED_FRICTION * Math.abs(next)) continue
      isSettled = false
      const bend = change - changeBefore
      const by =
        sliding.length === 1 && round > 0 && bend !== 0 ? (-change * (one.slide - before)) / bend : change
      ;[before, changeBefore] = [one.slide, change]
      one.slide += by
    }
    if (isSettled) return true
  }
  return false
}
