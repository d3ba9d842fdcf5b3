/** The ratio of two wheels: turns of the first for one turn of the second, by teeth, pitch diameters or as given. */
import type { WheelRelation } from './wheel-fields'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { formatNumber } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import type { Equation, PitchPoint, RelationContext, CarriedCoordinate } from './relation-type'
import { AGAINST } from '../tolerances'

export interface Wheels {
  /** Turns of a for one turn of b, above zero. */
  readonly ratio: number
  /** Pitch diameters [m], where the document gives them. */
  readonly diameters: readonly [number, number] | null
}

/** Errors: `relation-ratio`. */
function wheels(relation: WheelRelation): Result<Wheels> {
  const { teethA, teethB, diameterA, diameterB, ratio } = relation
  const problem = (path: string, message: string) =>
    fail({ code: 'relation-ratio', message: `${relation.name}: ${message}`, pointer: path })
  const ways = [teethA !== undefined || teethB !== undefined, ratio !== undefined].filter(Boolean).length
  if (ways === 2) return problem('/ratio', 'give either teeth or a ratio, not both.')
  let diameters: readonly [number, number] | null = null
  if (diameterA !== undefined || diameterB !== undefined) {
    if (diameterA === undefined || diameterB === undefined) {
      return problem(
        diameterA === undefined ? '/diameterA' : '/diameterB',
        'both pitch diameters are needed.',
      )
    }
    const [a, b] = [diameterA, diameterB].map((d) => parseQuantity(d, 'length'))
    if (!a.ok || !b.ok || a.value <= 0 || b.value <= 0) {
      return problem(
        a.ok && a.value > 0 ? '/diameterB' : '/diameterA',
        'a pitch diameter must be more than zero.',
      )
    }
    diameters = [a.value, b.value]
  }
  if (teethA !== undefined || teethB !== undefined) {
    if (teethA === undefined || teethB === undefined) {
      return problem(teethA === undefined ? '/teethA' : '/teethB', 'the teeth of both are needed.')
    }
    return succeed({ ratio: teethB / teethA, diameters })
  }
  if (ratio !== undefined) {
    return ratio > 0
      ? succeed({ ratio, diameters })
      : problem('/ratio', 'the ratio must be above zero; the direction is set by “reversed”.')
  }
  return diameters
    ? succeed({ ratio: diameters[1] / diameters[0], diameters })
    : problem('', 'teeth, pitch diameters or a ratio are needed.')
}

/** +1 when both axes point the same way, -1 when they point against each other. */
const sense = (a: CarriedCoordinate, b: CarriedCoordinate): 1 | -1 =>
  a.axis[0] * b.axis[0] + a.axis[1] * b.axis[1] + a.axis[2] * b.axis[2] < -AGAINST ? -1 : 1

/** From the axis of a to the axis of b, square to a's axis [m]. */
export function between(a: CarriedCoordinate, b: CarriedCoordinate): [number, number, number] {
  const gap = [0, 1, 2].map((k) => b.origin[k] - a.origin[k])
  const along = gap[0] * a.axis[0] + gap[1] * a.axis[1] + gap[2] * a.axis[2]
  return [0, 1, 2].map((k) => gap[k] - along * a.axis[k]) as [number, number, number]
}

/**
 * The equation of two wheels on a carrier: theta_a + i theta_b = const when they turn against each other, else minus.
 * @param against whether they do about axes that point the same way
 * @param pitch where they roll on each other
 */
export function wheelEquation(
  relation: WheelRelation,
  context: RelationContext,
  against: boolean,
  pitch: (a: CarriedCoordinate, b: CarriedCoordinate, wheels: Wheels) => PitchPoint | null,
): Result<Equation> {
  const found = wheels(relation)
  if (!found.ok) return found
  const sides = context.onCarrier(relation.a, relation.b, relation.carrier)
  if (!sides.ok) return sides
  const [a, b] = sides.value
  const { ratio } = found.value
  const direction = (against ? 1 : -1) * sense(a, b) * (relation.reversed ? -1 : 1)
  const names = [relation.a, relation.b].map((ref) => context.nameOf(ref))
  return succeed({
    sides: [
      { side: a, factor: 1 },
      { side: b, factor: direction * ratio },
    ],
    dimension: 'angle',
    sentence: `1 turn of ${names[1]} turns ${names[0]} by ${formatNumber(ratio, 4)} turns ${direction > 0 ? 'the other way' : 'the same way'}`,
    pitch: pitch(a, b, found.value),
  })
}
