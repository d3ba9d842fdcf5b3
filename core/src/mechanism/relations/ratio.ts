/** The ratio of two wheels: turns of the first for one turn of the second, by teeth, pitch diameters or as given. */
import type { WheelRelation } from './wheel-fields'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { formatNumber } from '../../units/format'
import { parseQuantity } from '../../units/quantity'
import { dot } from '../../maths/vector'
import { ratesOf } from './gearing'
import type { Equation, RelationContext, CarriedCoordinate } from './relation-type'
import type { WheelContact } from './wheel-contact'
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

/**
 * The equation of two wheels on a carrier: theta_a - s i theta_b = const, where s says whether they turn the same way about
 * their axes.
 * @param touching which way they turn, and where they touch
 */
export function wheelEquation(
  relation: WheelRelation,
  context: RelationContext,
  touching: (a: CarriedCoordinate, b: CarriedCoordinate, wheels: Wheels) => WheelContact,
): Result<Equation> {
  const found = wheels(relation)
  if (!found.ok) return found
  const sides = context.onCarrier(relation.a, relation.b, relation.carrier)
  if (!sides.ok) return sides
  const [a, b] = sides.value
  const { ratio } = found.value
  const { sense, contact, doubt } = touching(a, b, found.value)
  const factor = -sense * (relation.reversed ? -1 : 1) * ratio
  const names = [relation.a, relation.b].map((ref) => context.nameOf(ref))
  const [rateA, rateB] = ratesOf([true, true], 1, factor)
  const alike = dot(a.axis, b.axis) < -AGAINST ? factor > 0 : factor < 0
  return succeed({
    sides: [
      { side: a, factor: 1 },
      { side: b, factor },
    ],
    dimension: 'angle',
    sentence: `1 turn of ${names[1]} turns ${names[0]} by ${formatNumber(ratio, 4)} turns ${wayOf(a, b, alike)}`,
    gearing: {
      sides: [
        { turns: true, origin: a.origin, axis: a.axis, rate: rateA },
        { turns: true, origin: b.origin, axis: b.axis, rate: rateB },
      ],
      contact,
      doubt,
    },
  })
}

/** Which way they turn, for people: about parallel axes as seen from one side, about others as the axes point. */
function wayOf(a: CarriedCoordinate, b: CarriedCoordinate, alike: boolean): string {
  const way = alike ? 'the same way' : 'the other way'
  return Math.abs(dot(a.axis, b.axis)) > ALMOST_PARALLEL ? way : `${way}, each seen along its axis`
}

/** Cosine above which two axes are parallel for people. */
const ALMOST_PARALLEL = 0.999
