/**
 * What all relations have in common: equations between joint positions. Directions and phases are those of the home pose: a
 * relation keeps the positions that its joints have there, unless a `phase` says otherwise. The kinds themselves are one
 * file each in mechanism/relations, whose registry adds their classes to the format.
 */
import { IsBoolean, IsOptional } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { Nested, nestingsOf } from '../rules/nested'
import type { Constructor } from '../rules/nested'
import { NoMotion } from '../rules/no-motion'
import { Entry, RefTo } from '../rules/references'
import { IsId, IsName, IsQuantity } from '../rules/rules'

/** A coordinate of a joint; the freedom may be left out when the joint has one only. */
export class CoordinateRef {
  @IsId() @RefTo('joint') joint!: string
  @IsOptional() @IsName() freedom?: string
}

@Entry('relation')
export class Relation {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsOptional() @IsBoolean() suspended?: boolean
  /** What the equation adds up to; without it, what it adds up to at the home pose. */
  @IsOptional() @IsQuantity('angle', 'length', 'number') phase?: Quantity
  /** Runs the other way than teeth, thread or belt would have it. */
  @IsOptional() @IsBoolean() reversed?: boolean
}

/** A relation of two coordinates. */
export class PairRelation extends Relation {
  @Nested(() => CoordinateRef) a!: CoordinateRef
  @Nested(() => CoordinateRef) b!: CoordinateRef
}

/** The classes of the kinds: every kind adds its own from its file, by declaration merging. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface RelationKinds {}

/** A relation of any kind. */
export type AnyRelation = RelationKinds[keyof RelationKinds]

const classes: Record<string, Constructor> = {}
export const relationClasses: Readonly<Record<string, Constructor>> = classes

/** Adds a kind of relation to the format. */
export function addRelationClass(kind: string, type: Constructor): void {
  classes[kind] = type
}

/** The coordinates of a relation with their places in it, its input first. */
export function coordinatesOf(relation: AnyRelation): [string, CoordinateRef][] {
  const fields = relation as unknown as Record<string, CoordinateRef | CoordinateRef[]>
  return [...nestingsOf(classes[relation.kind])].flatMap(([key, { type }]): [string, CoordinateRef][] => {
    const nested = type()
    if (nested !== CoordinateRef && !((nested as Constructor).prototype instanceof CoordinateRef)) return []
    const value = fields[key]
    return Array.isArray(value) ? value.map((one, k) => [`${key}/${k}`, one]) : [[key, value]]
  })
}
