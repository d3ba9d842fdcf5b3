/** Numbers for people: an SI value in a chosen unit, with as many digits as asked and a true minus sign. */
import { sizeOfUnit } from './quantity'

const SYMBOLS: Readonly<Record<string, string>> = {
  deg: '°',
  'deg/s': '°/s',
  'deg/s^2': '°/s²',
  'mm/s^2': 'mm/s²',
  'm/s^2': 'm/s²',
  'deg/s^3': '°/s³',
  'mm/s^3': 'mm/s³',
  'm/s^3': 'm/s³',
}

/** How a unit is printed: “°” for deg, “mm/s²” for mm/s^2. */
export const unitSymbol = (unit: string): string => SYMBOLS[unit] ?? unit

/** 2.2401 rad in deg with 1 decimal gives “128.3°”. */
export function formatQuantity(si: number, unit: string, decimals: number): string {
  const symbol = unitSymbol(unit)
  return `${formatNumber(si / sizeOfUnit(unit), decimals)}${symbol.startsWith('°') ? '' : ' '}${symbol}`
}

/** A position as a person would type it, with at most that many decimals: "12.5 mm", "30 deg". */
export const typedPosition = (si: number, dimension: 'length' | 'angle', decimals: number): string =>
  dimension === 'length'
    ? `${Number((si * 1000).toFixed(decimals))} mm`
    : `${Number(((si * 180) / Math.PI).toFixed(decimals))} deg`

/** A number with a fixed count of decimals; never “−0.0”. */
export function formatNumber(value: number, decimals: number): string {
  const text = value.toFixed(decimals)
  const zero = Number(text) === 0
  return zero ? text.replace('-', '') : text.replace('-', '−')
}
