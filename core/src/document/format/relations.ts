/**
 * Relations: equations between joint positions. Directions and phases are those of the home pose: a relation holds the
 * positions that its joints have there, unless a `phase` says otherwise.
 */
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, Max, Min } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { Nested, NestedList } from '../rules/nested'
import type { Constructor } from '../rules/nested'
import { ArePairs, IsId, IsName, IsQuantity, IsRatio } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'
import { Entry, RefTo } from '../rules/references'

/** A coordinate of a joint; the freedom may be left out when the joint has one only. */
export class CoordinateRef {
  @IsId() @RefTo('joint') joint!: string
  @IsOptional() @IsName() freedom?: string
}

@Entry('relation')
class Relation {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsOptional() @IsBoolean() suspended?: boolean
  /** What the equation adds up to; without it, what it adds up to at the home pose. */
  @IsOptional() @IsQuantity('angle', 'length', 'number') phase?: Quantity
  /** Runs the other way than teeth, thread or belt would have it. */
  @IsOptional() @IsBoolean() reversed?: boolean
}

const teeth = (): PropertyDecorator => (target, key) => {
  IsOptional()(target, key)
  IsInt()(target, key)
  Min(1)(target, key)
  Max(100_000)(target, key)
}

/**
 * Two gears, each the second body of its joint, on the carrier that holds both centres: the first body of both joints,
 * or the body named. Ratio by teeth, by pitch diameters, or given: turns of a for one turn of b.
 */
export class GearPair extends Relation {
  @IsIn(['gear']) kind!: 'gear'
  @Nested(() => CoordinateRef) a!: CoordinateRef
  @Nested(() => CoordinateRef) b!: CoordinateRef
  @IsOptional() @IsId() @RefTo('body') carrier?: string
  /** One of them has its teeth inside: both turn the same way. */
  @IsOptional() @IsBoolean() internal?: boolean
  @teeth() teethA?: number
  @teeth() teethB?: number
  @IsOptional() @IsQuantity('length') diameterA?: Quantity
  @IsOptional() @IsQuantity('length') diameterB?: Quantity
  @IsOptional() @IsRatio() ratio?: number
}

/** Two pulleys or sprockets: both turn the same way, or against each other when the belt is crossed. */
export class BeltDrive extends Relation {
  @IsIn(['belt']) kind!: 'belt'
  @Nested(() => CoordinateRef) a!: CoordinateRef
  @Nested(() => CoordinateRef) b!: CoordinateRef
  @IsOptional() @IsId() @RefTo('body') carrier?: string
  @IsOptional() @IsBoolean() crossed?: boolean
  @teeth() teethA?: number
  @teeth() teethB?: number
  @IsOptional() @IsQuantity('length') diameterA?: Quantity
  @IsOptional() @IsQuantity('length') diameterB?: Quantity
  @IsOptional() @IsRatio() ratio?: number
}

/** A pinion or wheel (a, a turn) and a rack or rail (b, a slide): pi times the pitch diameter for one turn. */
export class RackAndPinion extends Relation {
  @IsIn(['rack']) kind!: 'rack'
  @Nested(() => CoordinateRef) a!: CoordinateRef
  @Nested(() => CoordinateRef) b!: CoordinateRef
  @IsOptional() @IsId() @RefTo('body') carrier?: string
  @IsOptional() @IsQuantity('length') diameter?: Quantity
  /** Travel for one turn, when there is no pitch diameter. */
  @IsOptional() @IsQuantity('length') travel?: Quantity
}

/** A spindle (a, a turn) and its nut (b, a slide). */
export class ScrewDrive extends Relation {
  @IsIn(['screw']) kind!: 'screw'
  @Nested(() => CoordinateRef) a!: CoordinateRef
  @Nested(() => CoordinateRef) b!: CoordinateRef
  /** Advance for one turn. */
  @IsQuantity('length') lead!: Quantity
}

export class SumTerm extends CoordinateRef {
  /** Per radian or metre of the coordinate. */
  @IsRatio() factor!: number
}

/** A weighted sum of coordinates stays constant, as in a differential. */
export class LinearSum extends Relation {
  @IsIn(['sum']) kind!: 'sum'
  @NestedList(() => SumTerm, 64, { alone: false }) terms!: SumTerm[]
}

/** The position of b follows that of a by a table, smooth to the second derivative, as a cam's follower does. */
export class TabulatedRelation extends Relation {
  @IsIn(['table']) kind!: 'table'
  @Nested(() => CoordinateRef) a!: CoordinateRef
  @Nested(() => CoordinateRef) b!: CoordinateRef
  /** Pairs (position of a, position of b), by rising a. */
  @ArePairs(3, 10_000) points!: [Quantity, Quantity][]
  /** Starts over after the last point, whose b is that of the first. */
  @IsOptional() @IsBoolean() periodic?: boolean
}

/**
 * A cord wound on a drum (the second body of the joint a, about its axis) and made fast to a datum: what the drum winds up
 * the free part loses. The free part lies square to the axis; reversed, it leaves the drum on the other side.
 */
export class CordOnDrum extends Relation {
  @IsIn(['cord']) kind!: 'cord'
  @Nested(() => CoordinateRef) a!: CoordinateRef
  @IsId() @RefTo('datum') datum!: string
  /** Of the circle on which the middle of the cord lies. */
  @IsQuantity('length') diameter!: Quantity
  /** Thickness of the cord, and advance of its winding along the drum for one turn; only drawn. */
  @IsOptional() @IsQuantity('length') thickness?: Quantity
  @IsOptional() @IsQuantity('length') pitch?: Quantity
  /** Turns that are wound at the home pose; only drawn. */
  @IsOptional() @IsNumber() @Min(0) @Max(1000) turns?: number
}

export type AnyRelation =
  GearPair | BeltDrive | RackAndPinion | ScrewDrive | LinearSum | TabulatedRelation | CordOnDrum

export const relationClasses: Readonly<Record<AnyRelation['kind'], Constructor>> = {
  gear: GearPair,
  belt: BeltDrive,
  rack: RackAndPinion,
  screw: ScrewDrive,
  sum: LinearSum,
  table: TabulatedRelation,
  cord: CordOnDrum,
}

/** The coordinates of a relation with their places in it. */
export function coordinatesOf(relation: AnyRelation): [string, CoordinateRef][] {
  if (relation.kind === 'sum') return relation.terms.map((term, k) => [`terms/${k}`, term])
  if (relation.kind === 'cord') return [['a', relation.a]]
  return [
    ['a', relation.a],
    ['b', relation.b],
  ]
}
