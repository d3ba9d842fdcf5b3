/** Units in which curves are drawn: one for each axis, chosen from those of its dimension. */
import type { ChartCurve } from '../document/format/checks'
import { derivativeOf, dimensions, siUnit } from '../units/dimension'
import type { Dimension } from '../units/dimension'
import { unitSymbol } from '../units/format'
import { sizeOfUnit } from '../units/quantity'

const CHOICES: Partial<Record<Dimension, readonly string[]>> = {
  length: ['mm', 'm', 'um', 'in'],
  angle: ['deg', 'rad', 'turn'],
  speed: ['mm/s', 'm/s', 'm/min', 'in/s'],
  angularSpeed: ['rpm', 'deg/s', 'rad/s'],
  acceleration: ['mm/s^2', 'm/s^2'],
  angularAcceleration: ['deg/s^2', 'rad/s^2'],
  time: ['s', 'ms'],
}

export interface AxisUnit {
  readonly label: string
  /** SI units in one of it. */
  readonly factor: number
  readonly dimension: Dimension | null
  readonly choices: readonly string[]
}

/** The unit of a curve's axis. @param chosen what the chart says, where that fits */
export function axisUnit(dimension: Dimension, derivative: number, chosen?: string): AxisUnit {
  const own = derivativeOf(dimension, derivative)
  if (!own) return { label: siUnit(dimension, derivative), factor: 1, dimension: null, choices: [] }
  const choices = CHOICES[own] ?? (dimensions[own].unit === '' ? [] : [dimensions[own].unit])
  const unit = chosen !== undefined && choices.includes(chosen) ? chosen : usual(own, dimension)
  return {
    label: unitSymbol(unit),
    factor: unit === '' ? 1 : sizeOfUnit(unit),
    dimension: own,
    choices,
  }
}

/** The rate of an angle is read in degrees; what is an angular speed by itself in turns. */
const usual = (own: Dimension, of: Dimension): string =>
  own === 'angularSpeed' && of === 'angle' ? 'deg/s' : dimensions[own].unit

export const derivativeWords = ['', 'rate of ', 'second derivative of '] as const

/** Curves of one axis share its unit: that of the first. */
export const sideOf = (curve: ChartCurve): 'left' | 'right' => curve.axis ?? 'left'
