/** Validation rules shared by the classes of the mechanism document. */
import {
  IsNotEmpty,
  IsString,
  Matches,
  MaxLength,
  registerDecorator,
  ValidateBy,
  type ValidationArguments,
} from 'class-validator'
import { parseQuantity } from '../units/quantity'
import type { Quantity } from '../units/quantity'
import type { Dimension } from '../units/dimension'

const all =
  (...rules: PropertyDecorator[]): PropertyDecorator =>
  (target, key) => {
    for (const rule of rules) rule(target, key)
  }

/** An identifier: letters, digits and hyphens, at most 64 of them. */
export const IsId = (): PropertyDecorator =>
  all(
    Matches(/^[A-Za-z0-9][A-Za-z0-9-]{0,63}$/, {
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

function quantityFault(value: unknown, accepted: readonly Dimension[]): string | null {
  if (!isQuantity(value)) return 'must be a number of SI units or text with a unit'
  let fault: string | null = null
  for (const dimension of accepted) {
    const read = parseQuantity(value, dimension)
    if (read.ok) return null
    fault ??= read.problems[0].message
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

/** Three lengths: the coordinates of a point. */
export const IsPoint = (): PropertyDecorator =>
  ValidateBy({
    name: 'isPoint',
    validator: {
      validate: (value) =>
        Array.isArray(value) && value.length === 3 && value.every((v) => !quantityFault(v, ['length'])),
      defaultMessage: (args) => `${args?.property} must be three lengths, such as ["40 mm", 0, 0]`,
    },
  })

/** An orientation as a quaternion [w, x, y, z] of length 1 (within 1e-6). */
export const IsOrientation = (): PropertyDecorator =>
  ValidateBy({
    name: 'isOrientation',
    validator: {
      validate: (value) =>
        Array.isArray(value) &&
        value.length === 4 &&
        value.every((v) => typeof v === 'number' && Number.isFinite(v)) &&
        Math.abs(Math.hypot(...(value as number[])) - 1) < 1e-6,
      defaultMessage: (args) =>
        `${args?.property} must be four numbers [w, x, y, z] whose squares add up to 1`,
    },
  })

/** Named lengths: the dimensions of a part. */
export function AreDimensions(): PropertyDecorator {
  const faults = (value: unknown): string | null => {
    if (typeof value !== 'object' || value === null || Array.isArray(value))
      return 'must be an object of lengths'
    for (const [name, quantity] of Object.entries(value)) {
      const fault = quantityFault(quantity, ['length'])
      if (fault) return `${name}: ${fault}`
    }
    return null
  }
  return (target, key) =>
    registerDecorator({
      name: 'areDimensions',
      target: target.constructor,
      propertyName: String(key),
      validator: {
        validate: (value: unknown) => faults(value) === null,
        defaultMessage: (args?: ValidationArguments) => `${args?.property}: ${faults(args?.value)}`,
      },
    })
}
