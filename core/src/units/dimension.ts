/**
 * The kinds of quantity a mechanism is described with, and the unit each is shown in unless a project says otherwise.
 * Symbols follow ISO 80000; `exponents` are those of length, time, angle and mass in metre,
 * second, radian and kilogram.
 */
import { SAME_EXPONENT } from './tolerances'

export const dimensions = {
  length: { noun: 'a length', unit: 'mm', example: '40 mm', exponents: [1, 0, 0, 0] },
  angle: { noun: 'an angle', unit: 'deg', example: '30 deg', exponents: [0, 0, 1, 0] },
  time: { noun: 'a time', unit: 's', example: '0.4 s', exponents: [0, 1, 0, 0] },
  speed: { noun: 'a speed', unit: 'mm/s', example: '0.2 m/s', exponents: [1, -1, 0, 0] },
  angularSpeed: { noun: 'an angular speed', unit: 'rpm', example: '60 rpm', exponents: [0, -1, 1, 0] },
  acceleration: { noun: 'an acceleration', unit: 'mm/s^2', example: '2 m/s^2', exponents: [1, -2, 0, 0] },
  angularAcceleration: {
    noun: 'an angular acceleration',
    unit: 'deg/s^2',
    example: '90 deg/s^2',
    exponents: [0, -2, 1, 0],
  },
  jerk: { noun: 'a jerk', unit: 'mm/s^3', example: '20 m/s^3', exponents: [1, -3, 0, 0] },
  angularJerk: { noun: 'an angular jerk', unit: 'deg/s^3', example: '900 deg/s^3', exponents: [0, -3, 1, 0] },
  frequency: { noun: 'a frequency', unit: 'Hz', example: '60 Hz', exponents: [0, -1, 0, 0] },
  travelPerTurn: {
    noun: 'a travel for an angle',
    unit: 'mm/turn',
    example: '5 mm/turn',
    exponents: [1, 0, -1, 0],
  },
  turnPerTravel: {
    noun: 'an angle for a travel',
    unit: 'deg/mm',
    example: '72 deg/mm',
    exponents: [-1, 0, 1, 0],
  },
  mass: { noun: 'a mass', unit: 'kg', example: '0.4 kg', exponents: [0, 0, 0, 1] },
  density: { noun: 'a density', unit: 'kg/m^3', example: '7850 kg/m^3', exponents: [-3, 0, 0, 1] },
  force: { noun: 'a force', unit: 'N', example: '40 N', exponents: [1, -2, 0, 1] },
  torque: { noun: 'a torque', unit: 'N m', example: '2 N m', exponents: [2, -2, 0, 1] },
  stiffness: { noun: 'a stiffness', unit: 'N/mm', example: '3 N/mm', exponents: [0, -2, 0, 1] },
  angularStiffness: {
    noun: 'a stiffness of turning',
    unit: 'N m/rad',
    example: '2 N m/rad',
    exponents: [2, -2, -1, 1],
  },
  damping: { noun: 'a damping', unit: 'N s/m', example: '5 N s/m', exponents: [0, -1, 0, 1] },
  angularDamping: {
    noun: 'a damping of turning',
    unit: 'N m s/rad',
    example: '0.01 N m s/rad',
    exponents: [2, -1, -1, 1],
  },
  inertia: { noun: 'a moment of inertia', unit: 'kg m^2', example: '0.002 kg m^2', exponents: [2, 0, 0, 1] },
  energy: { noun: 'an energy', unit: 'J', example: '3 J', exponents: [2, -2, 0, 1] },
  power: { noun: 'a power', unit: 'W', example: '40 W', exponents: [2, -3, 0, 1] },
  number: { noun: 'a number', unit: '', example: '1.5', exponents: [0, 0, 0, 0] },
} as const

/** A kind of quantity, such as a length. */
export type Dimension = keyof typeof dimensions

/** The dimension of the rate of a length or an angle. */
export const rateOf = (dimension: 'length' | 'angle'): Dimension =>
  dimension === 'angle' ? 'angularSpeed' : 'speed'

/** The dimension of what acts along a length or an angle. */
export const effortOf = (dimension: 'length' | 'angle'): Dimension =>
  dimension === 'angle' ? 'torque' : 'force'

const names = Object.keys(dimensions) as Dimension[]

/** Whether exponents of length, time, angle and mass are those of one dimension. */
export const sameExponents = (a: readonly number[], b: readonly number[]): boolean =>
  a.every((e, k) => Math.abs(e - b[k]) < SAME_EXPONENT)

/** The dimension of exponents of length, time, angle and mass; null for one that has no name here. */
export const dimensionOf = (exponents: readonly number[]): Dimension | null =>
  names.find((name) => sameExponents(dimensions[name].exponents, exponents)) ?? null

/** The unit of a dimension in SI, `times` over per second, in letters that any file can hold: "rad/s2". */
export function siUnit(dimension: Dimension, times = 0): string {
  const [length, time, angle, mass] = dimensions[dimension].exponents
  const units = [
    ['kg', mass],
    ['m', length],
    ['rad', angle],
    ['s', time - times],
  ] as const
  const written = (sign: 1 | -1) =>
    units
      .filter(([, power]) => sign * power > 0)
      .map(([unit, power]) => `${unit}${Math.abs(power) === 1 ? '' : Math.abs(power)}`)
      .join(' ')
  const [above, below] = [written(1), written(-1)]
  return below === '' ? above || '1' : `${above || 1}/${below}`
}

/** The dimension of what a dimension has per second, `times` over; null where it has no name here. */
export const derivativeOf = (dimension: Dimension, times: number): Dimension | null => {
  const [length, time, angle, mass] = dimensions[dimension].exponents
  return dimensionOf([length, time - times, angle, mass])
}
