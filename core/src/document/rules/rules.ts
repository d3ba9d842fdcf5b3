/** Validation rules shared by the classes of the mechanism document. */
import { IsNotEmpty, IsString, Matches, MaxLength, ValidateBy } from 'class-validator'
import { parseQuantity } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import type { Dimension } from '../../units/dimension'
import { NO_DIRECTION, UNIT_LENGTH } from '../tolerances'

const all =
  (...rules: PropertyDecorator[]): PropertyDecorator =>
  (target, key) => {
    for (const rule of rules) rule(target, key)
  }

const ID = /^[A-Za-z0-9][A-Za-z0-9-]{0,63}$/

/** An identifier: letters, digits and hyphens, at most 64 of them. */
export const IsId = (): PropertyDecorator =>
  all(
    Matches(ID, {
      message: '$property must be an id: 1 to 64 letters, digits and hyphens, not “$value”',
    }),
  )

/** A name for people: not empty, at most 120 characters. */
export const IsName = (): PropertyDecorator =>
  all(
    IsString({ message: '$property must be text' }),
    IsNotEmpty({ message: '$property must not be empty' }),
    MaxLength(120, { message: '$property must have at most 120 characters' }),
  )

function isQuantity(value: unknown): value is Quantity {
  return typeof value === 'number' || typeof value === 'string'
}

/** Lengths beyond this [m], and other quantities beyond that (SI), have lost their unit or their sense. */
const LONGEST = 1e5
const LARGEST = 1e12

function quantityFault(value: unknown, accepted: readonly Dimension[]): string | null {
  if (!isQuantity(value)) return 'must be a number of SI units or text with a unit'
  let fault: string | null = null
  for (const dimension of accepted) {
    const read = parseQuantity(value, dimension)
    if (!read.ok) fault ??= read.problems[0].message
    else if (Math.abs(read.value) > (dimension === 'length' ? LONGEST : LARGEST)) {
      fault ??= `“${value}” is larger than anything in a machine`
    } else return null
  }
  return fault
}

/** A quantity of one of the given dimensions. */
export const IsQuantity = (...accepted: readonly Dimension[]): PropertyDecorator =>
  ValidateBy({
    name: 'isQuantity',
    validator: {
      validate: (value) => quantityFault(value, accepted) === null,
      defaultMessage: (args) => `${args?.property}: ${quantityFault(args?.value, accepted)}`,
    },
  })

const areThree = (name: string, dimension: Dimension, words: string): PropertyDecorator =>
  ValidateBy({
    name,
    validator: {
      validate: (value) =>
        Array.isArray(value) &&
        value.length === 3 &&
        // made anew, since holes of a list are passed over
        Array.from(value).every((v) => !quantityFault(v, [dimension])),
      defaultMessage: (args) => `${args?.property} must be ${words}`,
    },
  })

/** Three lengths: the coordinates of a point. */
export const IsPoint = (): PropertyDecorator =>
  areThree('isPoint', 'length', 'three lengths, such as ["40 mm", 0, 0]')

/** Three accelerations along x, y and z. */
export const IsAcceleration = (): PropertyDecorator =>
  areThree('isAcceleration', 'acceleration', 'three accelerations, such as [0, 0, "-9.81 m/s^2"]')

/** An orientation as a quaternion [w, x, y, z] of length 1 (within 1e-6). */
export const IsOrientation = (): PropertyDecorator =>
  ValidateBy({
    name: 'isOrientation',
    validator: {
      validate: (value) =>
        Array.isArray(value) &&
        value.length === 4 &&
        Array.from(value).every((v) => typeof v === 'number' && Number.isFinite(v)) &&
        Math.abs(Math.hypot(...(value as number[])) - 1) < UNIT_LENGTH,
      defaultMessage: (args) =>
        `${args?.property} must be four numbers [w, x, y, z] whose squares add up to 1`,
    },
  })

/** Named quantities: the dimensions of a part, each checked against its kind where the shape is known. */
export const AreDimensions = (): PropertyDecorator =>
  ValidateBy({
    name: 'areDimensions',
    validator: {
      validate: (value) => dimensionFault(value) === null,
      defaultMessage: (args) => `${args?.property}: ${dimensionFault(args?.value)}`,
    },
  })

function dimensionFault(value: unknown): string | null {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return 'must be an object of quantities'
  for (const [name, quantity] of Object.entries(value)) {
    const fault = quantityFault(quantity, ['length', 'angle', 'number'])
    if (fault) return `${name}: ${fault}`
  }
  return null
}

/** Named choices in short words. */
export const AreOptions = (): PropertyDecorator =>
  ValidateBy({
    name: 'areOptions',
    validator: {
      validate: (value) =>
        typeof value === 'object' &&
        value !== null &&
        !Array.isArray(value) &&
        Object.values(value).every((v) => typeof v === 'string' && v.length <= 40),
      defaultMessage: (args) => `${args?.property} must be an object of words`,
    },
  })

const finiteNumbers = (value: unknown, count: number): value is number[] =>
  Array.isArray(value) &&
  value.length === count &&
  Array.from(value).every((v) => typeof v === 'number' && Number.isFinite(v))

/** Three numbers that point somewhere. */
export const IsDirection = (): PropertyDecorator =>
  ValidateBy({
    name: 'isDirection',
    validator: {
      validate: (value) => finiteNumbers(value, 3) && Math.hypot(...value) > NO_DIRECTION,
      defaultMessage: (args) =>
        `${args?.property} must be three numbers that are not all zero, such as [0, 0, 1]`,
    },
  })

/** Six finite numbers, of which the first three are not negative. */
export const IsInertia = (): PropertyDecorator =>
  ValidateBy({
    name: 'isInertia',
    validator: {
      validate: (value) => finiteNumbers(value, 6) && value.slice(0, 3).every((v) => v >= 0),
      defaultMessage: (args) =>
        `${args?.property} must be six numbers [xx, yy, zz, xy, yz, zx] in kg m^2, the first three not negative`,
    },
  })

/** A SHA-256 in hexadecimal digits. */
export const IsContentHash = (): PropertyDecorator =>
  Matches(/^[0-9a-f]{64}$/, { message: '$property must be a SHA-256 in 64 hexadecimal digits' })

/** A number that is finite and not zero. */
export const IsRatio = (): PropertyDecorator =>
  ValidateBy({
    name: 'isRatio',
    validator: {
      validate: (value) => typeof value === 'number' && Number.isFinite(value) && value !== 0,
      defaultMessage: (args) => `${args?.property} must be a number other than zero`,
    },
  })

/** Whether a value is a list of so many lists of `width` entries; holes count as entries. */
const areTuples = (
  value: unknown,
  least: number,
  most: number,
  width: number | readonly [number, number],
  isEntry: (entry: unknown) => boolean,
): boolean =>
  Array.isArray(value) &&
  value.length >= least &&
  value.length <= most &&
  Array.from(value).every(
    (tuple) =>
      Array.isArray(tuple) &&
      tuple.length >= (typeof width === 'number' ? width : width[0]) &&
      tuple.length <= (typeof width === 'number' ? width : width[1]) &&
      Array.from(tuple).every((v) => isEntry(v)),
  )

/** A list of points, each of three lengths. */
export const ArePoints = (least: number, most: number): PropertyDecorator =>
  ValidateBy({
    name: 'arePoints',
    constraints: [least, most],
    validator: {
      validate: (value) => areTuples(value, least, most, 3, (v) => !quantityFault(v, ['length'])),
      defaultMessage: (args) =>
        `${args?.property} must be ${least} to ${most} points of three lengths, such as [["40 mm", 0, 0]]`,
    },
  })

/** A list of pairs of quantities; the dimensions of either number are checked where they are known. */
export const ArePairs = (least: number, most: number): PropertyDecorator =>
  ValidateBy({
    name: 'arePairs',
    constraints: [least, most],
    validator: {
      validate: (value) => areTuples(value, least, most, 2, isQuantity),
      defaultMessage: (args) =>
        `${args?.property} must be ${least} to ${most} pairs of numbers or quantities`,
    },
  })

/** A list of (time, value) or (time, value, rate). */
export const AreTimedValues = (least: number, most: number): PropertyDecorator =>
  ValidateBy({
    name: 'areTimedValues',
    constraints: [least, most],
    validator: {
      validate: (value) => areTuples(value, least, most, [2, 3], isQuantity),
      defaultMessage: (args) =>
        `${args?.property} must be ${least} to ${most} entries of a time, a value and, if wanted, a rate`,
    },
  })

/** A list of pairs of finite numbers, the first of each larger than that before. */
export const AreRisingPairs = (least: number, most: number): PropertyDecorator =>
  ValidateBy({
    name: 'areRisingPairs',
    constraints: [least, most],
    validator: {
      validate: (value) =>
        areTuples(value, least, most, 2, (v) => typeof v === 'number' && Number.isFinite(v)) &&
        (value as number[][]).every(([x], k) => k === 0 || x > (value as number[][])[k - 1][0]),
      defaultMessage: (args) =>
        `${args?.property} must be ${least} to ${most} pairs of numbers, the first of each larger than the one before`,
    },
  })

/** A list of quantities; their dimension is checked where it is known. */
export const AreQuantities = (most: number): PropertyDecorator =>
  ValidateBy({
    name: 'areQuantities',
    constraints: [most],
    validator: {
      validate: (value) =>
        Array.isArray(value) && value.length <= most && Array.from(value).every(isQuantity),
      defaultMessage: (args) => `${args?.property} must be at most ${most} numbers or quantities`,
    },
  })

/** A list of ids, none twice. */
export const AreIds = (): PropertyDecorator =>
  ValidateBy({
    name: 'areIds',
    validator: {
      validate: (value) =>
        Array.isArray(value) &&
        Array.from(value).every((v) => typeof v === 'string' && ID.test(v)) &&
        new Set(value).size === value.length,
      defaultMessage: (args) => `${args?.property} must be a list of ids, none of them twice`,
    },
  })

/** The name of a kind that a registry knows; asked for at every check, since kinds can be added. */
export const IsKindOf = (kinds: () => readonly string[]): PropertyDecorator =>
  ValidateBy({
    name: 'isKindOf',
    constraints: [kinds],
    validator: {
      validate: (value) => kinds().includes(value as string),
      defaultMessage: (args) => `${args?.property} must be one of ${kinds().join(', ')}`,
    },
  })
