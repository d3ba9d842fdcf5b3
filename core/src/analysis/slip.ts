/**
 * Wheel slip: for gear pairs, racks and belts, how fast the two bodies pass each other where they touch, so that a relation
 * with a wrong ratio or direction is named; and what geometry leaves undecided about them. Everything is seen from the
 * carrier that holds the centres, so that it does not matter how that moves: point and direction come from geometry,
 * the speeds from the relation.
 */
import { slipSpeed } from '../mechanism/relations/gearing'
import { formatQuantity } from '../units/format'
import type { Mechanism } from '../mechanism/compile'
import { ROLLING } from './tolerances'

export interface Slip {
  readonly relation: string
  /** Speed difference where they touch, for at most 1 rad/s of both [m/s]; NaN where that is not known. */
  readonly speed: number
  /** Null when the two roll on each other, and nothing is undecided. */
  readonly sentence: string | null
}

/** How fast the wheels of every relation slip. */
export function wheelSlip({ mechanism }: { readonly mechanism: Mechanism }): Slip[] {
  return mechanism.relations.flatMap(({ gearing, source: { name, id } }) => {
    if (!gearing) return []
    const speed = slipSpeed(gearing) ?? Number.NaN
    const slips = speed > ROLLING * mechanism.size
    if (!slips && Number.isNaN(speed) && gearing.doubt === null) return []
    const sentence = slips
      ? `${name}: its wheels slip by ${formatQuantity(speed, 'mm/s', 2)} where they touch, for 1 rad/s; check its ratio and direction.`
      : gearing.doubt === null
        ? null
        : `${name}: ${gearing.doubt.charAt(0).toLowerCase()}${gearing.doubt.slice(1)}.`
    return [{ relation: id, speed, sentence }]
  })
}
