/** When a driver without moves acts: from its start for its duration, in which time is counted from its start. */
import { succeed } from '../../result'
import type { Result } from '../../result'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { fault } from './driver-type'

export interface Window {
  /** [s]; the end is infinite for a driver that is never switched off. */
  readonly start: number
  readonly end: number
}

/** @param name of what is driven, for the problems. Error: `driver-duration`. */
export function window(
  { start = 0, duration }: { readonly start?: Quantity; readonly duration?: Quantity },
  name: string,
): Result<Window> {
  const begins = parseQuantity(start, 'time')
  const lasts = duration === undefined ? succeed(Infinity) : parseQuantity(duration, 'time')
  if (!begins.ok || begins.value < 0)
    return fault(
      'driver-duration',
      '/start',
      `${name}: it starts at ${start}; that must be zero seconds or later.`,
    )
  if (!lasts.ok || !(lasts.value > 0))
    return fault(
      'driver-duration',
      '/duration',
      `${name}: it is on for ${duration}; that must be more than zero seconds.`,
    )
  return succeed({ start: begins.value, end: begins.value + lasts.value })
}

/** Time since the start [s], which stays before and after. */
export const within = ({ start, end }: Window, time: number): number =>
  Math.min(Math.max(time, start), end) - start
