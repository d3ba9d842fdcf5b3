/**
 * What all drivers have in common. The kinds themselves are one file each in motion/drivers, whose registry adds their
 * classes to the format.
 */
import { IsBoolean, IsOptional } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { Nested } from '../rules/nested'
import type { Constructor } from '../rules/nested'
import { Entry, RefTo } from '../rules/references'
import { IsId, IsName, IsQuantity } from '../rules/rules'

@Entry('driver')
export class Driver {
  @IsId() id!: string
  @IsOptional() @IsBoolean() suspended?: boolean
}

/** A driver that pulls instead of prescribing: effort = stiffness (course - value) + damping (their rates), up to a largest effort. */
export class Servo {
  @IsQuantity('stiffness', 'angularStiffness') stiffness!: Quantity
  @IsOptional() @IsQuantity('damping', 'angularDamping') damping?: Quantity
  /** The largest force or torque; without limit when left out. */
  @IsOptional() @IsQuantity('force', 'torque') most?: Quantity
}

/** A driver of one value: exactly one of `joint`, `mate` and `relation` says which. */
export class ValueDriver extends Driver {
  /** What is driven: a freedom of a joint, the value of a mate, or the input (a) of a relation. */
  @IsOptional() @IsId() @RefTo('joint') joint?: string
  @IsOptional() @IsName() freedom?: string
  @IsOptional() @IsId() @RefTo('mate') mate?: string
  @IsOptional() @IsId() @RefTo('relation') relation?: string
  /** In scenarios that move freely: how it pulls to its course; it prescribes it exactly when left out. */
  @IsOptional() @Nested(() => Servo) servo?: Servo
}

/** The classes of the kinds: every kind adds its own from its file, by declaration merging. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface DriverKinds {}

/** A driver of any kind. */
export type AnyDriver = DriverKinds[keyof DriverKinds]

const classes: Record<string, Constructor> = {}
export const driverClasses: Readonly<Record<string, Constructor>> = classes

/** Adds a kind of driver to the format. */
export function addDriverClass(kind: string, type: Constructor): void {
  classes[kind] = type
}
