/** Spans of time: a time, or a share of a whole ("20 %"). */
import { fail } from '../result'
import type { Result } from '../result'
import { parseQuantity } from './quantity'
import type { Quantity } from './quantity'

const SHARE = /^(.+)%\s*$/

/** Whether a span is a share of a whole, such as "20 %". */
export const isShare = (span: Quantity): boolean => typeof span === 'string' && SHARE.test(span)

/**
 * A span in seconds.
 * @param whole what a share is a share of [s]
 * Errors: those of `parseQuantity`.
 */
export function readSpan(span: Quantity, whole: number): Result<number> {
  const share = typeof span === 'string' ? SHARE.exec(span)?.[1] : undefined
  if (share === undefined) return parseQuantity(span, 'time')
  const percent = parseQuantity(share, 'number')
  return percent.ok
    ? { ok: true, value: (percent.value / 100) * whole }
    : fail({ code: 'quantity-not-a-number', message: `“${span}” is not a share; write it like 20 %.` })
}

/** A validated span in seconds. Throws on one that was not validated. */
export function spanValue(span: Quantity, whole: number): number {
  const read = readSpan(span, whole)
  if (!read.ok) throw new Error(`Not validated: ${read.problems[0].message}`)
  return read.value
}
