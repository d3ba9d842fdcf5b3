/** How far a control of a joint position goes. */
import { parseQuantity } from '@ligamen/core'
import type { Channel, MechanismDocument } from '@ligamen/core'

/** In metres or radians. */
export interface Range {
  readonly lower: number
  readonly upper: number
}

/** Each way from zero, where there is no limit [m], [rad]. */
const FREE_LENGTH = 0.2
const FREE_ANGLE = Math.PI

/** The limits of a joint position; on a side without one, what a slider may span. */
export function rangeOf(document: MechanismDocument | null, { coordinate, dimension }: Channel): Range {
  const joint = document?.joints.find(({ id }) => id === coordinate?.joint)
  const limits = joint?.freedoms?.find(({ name }) => name === coordinate?.freedom)
  const isLength = dimension === 'length'
  const read = (quantity: string | number | undefined, otherwise: number) => {
    const parsed = quantity === undefined ? null : parseQuantity(quantity, isLength ? 'length' : 'angle')
    return parsed?.ok ? parsed.value : otherwise
  }
  const free = isLength ? FREE_LENGTH : FREE_ANGLE
  return { lower: read(limits?.lower, -free), upper: read(limits?.upper, free) }
}

/** Where a value is in its range, 0 at the lower end and 1 at the upper; 0 in a range without length. */
export const shareOf = ({ lower, upper }: Range, value: number): number =>
  upper > lower ? (value - lower) / (upper - lower) : 0

/** The value at a share of its range, kept within it. */
export const valueAt = ({ lower, upper }: Range, share: number): number =>
  lower + Math.min(1, Math.max(0, share)) * (upper - lower)

/** The value after it has gone a share of its range further, kept within it. */
export const shifted = (range: Range, value: number, by: number): number =>
  valueAt(range, shareOf(range, value) + by)
