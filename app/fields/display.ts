/** How quantities are shown: the unit of each dimension and how many decimals. */
import {
  derivativeOf,
  dimensions,
  formatNumber,
  formatQuantity,
  siUnit,
  typedPosition as positionText,
} from '@ligamen/core'
import type { Channel, Dimension } from '@ligamen/core'

/** Positions, and turning in rpm whose rate is not. */
const SHOWN: Partial<Record<Dimension, readonly { unit: string; decimals: number }[]>> = {
  angle: [
    { unit: 'deg', decimals: 1 },
    { unit: 'deg/s', decimals: 1 },
    { unit: 'deg/s^2', decimals: 0 },
  ],
  length: [
    { unit: dimensions.length.unit, decimals: 2 },
    { unit: 'mm/s', decimals: 1 },
    { unit: 'mm/s^2', decimals: 0 },
  ],
  angularSpeed: [
    { unit: 'rpm', decimals: 1 },
    { unit: 'deg/s^2', decimals: 0 },
    { unit: 'deg/s^2', decimals: 0 },
  ],
}

/** Decimals of other quantities in the usual unit of their dimension. */
const DECIMALS: Partial<Record<Dimension, number>> = {
  speed: 1,
  travelPerTurn: 3,
  turnPerTravel: 3,
  number: 3,
  time: 3,
  mass: 3,
  frequency: 2,
}

/** A value (derivative 0), rate (1) or acceleration (2) of what a channel measures; `extra` more decimals. */
export function display(
  value: number,
  dimension: Channel['dimension'],
  derivative: 0 | 1 | 2,
  extra = 0,
): string {
  if (Number.isNaN(value)) return 'none'
  const shown = SHOWN[dimension]?.[derivative]
  if (shown) return formatQuantity(value, shown.unit, shown.decimals + extra)
  const own = derivativeOf(dimension, derivative)
  if (own === 'number') return formatNumber(value, DECIMALS.number! + extra)
  if (own) return formatQuantity(value, dimensions[own].unit, (DECIMALS[own] ?? 0) + extra)
  return `${formatNumber(value, DECIMALS.number! + extra)} ${siUnit(dimension, derivative)}`
}

export const seconds = (time: number, decimals = 2): string => formatQuantity(time, 's', decimals)

/** "0.50–1.20 s". */
export const formatSpan = (from: number, to: number): string => `${formatNumber(from, 2)}–${seconds(to)}`

/** Whether a position is a length or an angle, of whatever rate. */
export const positionDimension = (dimension: Channel['dimension'] | undefined): 'length' | 'angle' =>
  dimension === 'length' ? 'length' : 'angle'

/** A position as a person would type it: "12.5 mm", "30 deg". */
export const typedPosition = (value: number, dimension: Channel['dimension']): string =>
  positionText(value, positionDimension(dimension), 6)
