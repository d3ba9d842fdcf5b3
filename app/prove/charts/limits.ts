/** Limits that checks set to a curve, as lines across the chart. */
import { checksFor, parseQuantity } from '@ligamen/core'
import type { MechanismDocument, Quantity } from '@ligamen/core'
import type { Series } from './series'

export interface LimitLine {
  readonly words: string
  /** In the unit of the axis. */
  readonly value: number
  readonly of: Series
}

export function limitsOf(
  document: MechanismDocument | null,
  scenario: string | undefined,
  series: Series,
): LimitLine[] {
  if (!document || scenario === undefined) return []
  const { dimension } = series.unit
  const derivative = series.curve.derivative ?? 0
  const line = (quantity: Quantity | undefined, words: string): LimitLine[] => {
    const read = quantity === undefined || !dimension ? null : parseQuantity(quantity, dimension)
    return read?.ok
      ? [{ words: `${words} ${String(quantity)}`, value: read.value / series.unit.factor, of: series }]
      : []
  }
  return checksFor(document, scenario)
    .filter(({ kind, probe }) => kind === 'band' && probe === series.curve.probe)
    .filter((check) => (check.derivative ?? 0) === derivative)
    .flatMap(({ lower, upper }) => [...line(lower, 'at least'), ...line(upper, 'at most')])
}
