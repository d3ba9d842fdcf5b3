/** How near joints come to their limits in a take. */
import type { JointFreedom } from '../document/format/joints'
import { parseQuantity } from '../units/quantity'
import type { Evidence } from './check-type'
import { Signal } from './signal'
import { ON_LIMIT } from './tolerances'

export interface NearLimit {
  readonly joint: string
  readonly side: 'lower' | 'upper'
  /** Least distance from the limit, negative beyond it [SI]. */
  readonly gap: number
  readonly dimension: 'length' | 'angle'
  /** [s] */
  readonly time: number
  readonly isTouched: boolean
  /** Where it is at the limit [s]. */
  readonly stretches: readonly (readonly [number, number])[]
}

/** Every limit with how near the motion comes to it, nearest first. @param only one joint, by id */
export function nearLimits({ document, take }: Evidence, only?: string): NearLimit[] {
  if (take.frames === 0) return []
  const found = take.coordinateChannels.flatMap(({ coordinate, dimension }, column): NearLimit[] => {
    const joint = document.joints.find(({ id }) => id === coordinate!.joint)
    const settings = joint?.freedoms?.find(({ name }) => name === coordinate!.freedom)
    if (!joint || !settings || (only !== undefined && joint.id !== only)) return []
    const kind = dimension === 'length' ? 'length' : 'angle'
    return nearOf(Signal.ofCoordinate(take, column), settings, kind).map((near) => ({
      joint: joint.id,
      ...near,
    }))
  })
  return found.sort((a, b) => a.gap - b.gap)
}

function nearOf(
  signal: Signal,
  { lower, upper }: JointFreedom,
  dimension: 'length' | 'angle',
): Omit<NearLimit, 'joint'>[] {
  const { least, greatest } = signal.extremes(0, signal.end)
  return (
    [
      ['lower', lower, least, 1],
      ['upper', upper, greatest, -1],
    ] as const
  ).flatMap(([side, quantity, { time, value }, sign]) => {
    const limit = quantity === undefined ? null : parseQuantity(quantity, dimension)
    if (!limit?.ok) return []
    const gap = sign * (value - limit.value)
    const touching = ON_LIMIT * Math.max(1, Math.abs(limit.value))
    const [low, high] =
      side === 'lower' ? [limit.value + touching, Infinity] : [-Infinity, limit.value - touching]
    const isTouched = gap <= touching
    const stretches = isTouched ? signal.outside(low, high, 0, signal.end) : []
    return [{ side, gap, dimension, time, isTouched, stretches }]
  })
}
