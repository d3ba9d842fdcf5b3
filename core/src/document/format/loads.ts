/**
 * What all loads have in common: what acts on a mechanism besides its drivers, in scenarios that know forces. The kinds themselves are
 * one file each in dynamics/loads/kinds, whose registry adds their classes to the format.
 */
import { IsBoolean, IsOptional } from 'class-validator'
import type { Constructor } from '../rules/nested'
import { Entry, RefTo } from '../rules/references'
import { IsId, IsName } from '../rules/rules'

@Entry('load')
export class Load {
  @IsId() id!: string
  @IsName() name!: string
  @IsOptional() @IsBoolean() suspended?: boolean
}

/** A load along a freedom of a joint. */
export class JointLoad extends Load {
  @IsId() @RefTo('joint') joint!: string
  /** May be left out when the joint has one only. */
  @IsOptional() @IsName() freedom?: string
}

/** The classes of the kinds: every kind adds its own from its file, by declaration merging. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface LoadKinds {}

/** A load of any kind. */
export type AnyLoad = LoadKinds[keyof LoadKinds]

const classes: Record<string, Constructor> = {}
export const loadClasses: Readonly<Record<string, Constructor>> = classes

/** Adds a kind of load to the format. */
export function addLoadClass(kind: string, type: Constructor): void {
  classes[kind] = type
}
