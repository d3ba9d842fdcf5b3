/**
 * What all drivers have in common. The kinds themselves are one file each in motion/drivers, whose registry adds their
 * classes to the format.
 */
import { IsBoolean, IsOptional } from 'class-validator'
import type { Constructor } from '../rules/nested'
import { Entry, RefTo } from '../rules/references'
import { IsId, IsName } from '../rules/rules'

@Entry('driver')
export class Driver {
  @IsId() id!: string
  @IsOptional() @IsBoolean() suspended?: boolean
}

/** A driver of one value: exactly one of `joint`, `mate` and `relation` says which. */
export class ValueDriver extends Driver {
  /** What is driven: a freedom of a joint, the value of a mate, or the input (a) of a relation. */
  @IsOptional() @IsId() @RefTo('joint') joint?: string
  @IsOptional() @IsName() freedom?: string
  @IsOptional() @IsId() @RefTo('mate') mate?: string
  @IsOptional() @IsId() @RefTo('relation') relation?: string
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
