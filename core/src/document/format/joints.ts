/** Joints between two datums, the settings of their freedoms, and mates between points, axes, planes and surfaces. */
import { IsBoolean, IsIn, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { Nested, NestedList } from '../rules/nested'
import { IsId, IsName, IsQuantity } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'
import { Entry, RefTo } from '../rules/references'

/** What belongs to one freedom of a joint; all values are coordinates, counted from `zero`. */
export class JointFreedom {
  @IsName() name!: string
  /** What the two datums measure where the coordinate is zero. */
  @IsOptional() @IsQuantity('angle', 'length') zero?: Quantity
  @IsOptional() @IsQuantity('angle', 'length') lower?: Quantity
  @IsOptional() @IsQuantity('angle', 'length') upper?: Quantity
  /** Where it returns to by itself when nothing pushes it. */
  @IsOptional() @IsQuantity('angle', 'length') rest?: Quantity
}

/** Joins the datum `to` to the datum `from`; its coordinates say how `to` is relative to `from`. */
@Entry('joint')
export class Joint {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsString() @IsNotEmpty() @MaxLength(40) kind!: string
  @IsId() @RefTo('datum') from!: string
  @IsId() @RefTo('datum') to!: string
  /** Advance for one turn of a screw joint; negative for a left-hand thread. */
  @IsOptional() @IsQuantity('length') lead?: Quantity
  @IsOptional() @NestedList(() => JointFreedom, 6) freedoms?: JointFreedom[]
  @IsOptional() @IsBoolean() suspended?: boolean
}

/** One side of a mate: a datum taken as a point, an axis (z), a plane (across z) or a round surface; or a path. */
export class MateEnd {
  @IsOptional() @IsId() @RefTo('datum') datum?: string
  @IsOptional() @IsId() @RefTo('path') path?: string
  @IsIn(['point', 'axis', 'plane', 'cylinder', 'sphere', 'path'])
  as!: 'point' | 'axis' | 'plane' | 'cylinder' | 'sphere' | 'path'
  /** Of a cylinder or a sphere. */
  @IsOptional() @IsQuantity('length') radius?: Quantity
}

/** Kinds of mate, as documents write them. */
export const MATE_KINDS = [
  'coincident',
  'concentric',
  'parallel',
  'perpendicular',
  'angle',
  'distance',
  'tangent',
] as const

/** Holds two points, axes, planes or surfaces to each other. */
@Entry('mate')
export class Mate {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsIn(MATE_KINDS) kind!: (typeof MATE_KINDS)[number]
  @Nested(() => MateEnd) a!: MateEnd
  @Nested(() => MateEnd) b!: MateEnd
  /** Of an angle or a distance; without one the mate only measures, for limits and drivers. */
  @IsOptional() @IsQuantity('angle', 'length') value?: Quantity
  @IsOptional() @IsQuantity('angle', 'length') lower?: Quantity
  @IsOptional() @IsQuantity('angle', 'length') upper?: Quantity
  /** Tangent from inside the larger one, or on the far side of the plane. */
  @IsOptional() @IsBoolean() inside?: boolean
  @IsOptional() @IsBoolean() suspended?: boolean
}
