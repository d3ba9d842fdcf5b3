/** Scenarios and their drivers. A driver prescribes a joint's coordinate, a mate's value or the path of a datum. */
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import type { Quantity } from '../units/quantity'
import { NestedList } from './nested'
import type { Constructor } from './nested'
import { ArePairs, IsId, IsName, IsQuantity } from './rules'

class Driver {
  @IsId() id!: string
  /** What is driven: a freedom of a joint, the value of a mate, or the input (a) of a relation. */
  @IsOptional() @IsId() joint?: string
  @IsOptional() @IsName() freedom?: string
  @IsOptional() @IsId() mate?: string
  @IsOptional() @IsId() relation?: string
  @IsOptional() @IsBoolean() suspended?: boolean
}

/** A driver given by speed: constant acceleration over `runUp`, then steady. */
export class Motor extends Driver {
  @IsIn(['motor'], { message: 'kind must be motor' }) kind!: 'motor'
  /** An angular speed for a turn, a speed for a slide; that it suits the freedom is checked with the joint. */
  @IsQuantity('angularSpeed', 'speed') speed!: Quantity
  @IsQuantity('time') runUp!: Quantity
  @IsOptional() @IsBoolean() reversed?: boolean
}

/** A driver given by a constant acceleration from a start speed. */
export class Acceleration extends Driver {
  @IsIn(['acceleration']) kind!: 'acceleration'
  @IsQuantity('angularSpeed', 'speed') startSpeed!: Quantity
  @IsQuantity('angularAcceleration', 'acceleration') acceleration!: Quantity
}

/** One stretch of a lane in which the value changes; between moves it stays. */
export class Move {
  @IsQuantity('time') start!: Quantity
  /** Left out when the move finds its own from `speed` and `acceleration`. */
  @IsOptional() @IsQuantity('time') duration?: Quantity
  @IsString() @IsNotEmpty() @MaxLength(40) law!: string
  /** The value it ends at, or by how much it changes. */
  @IsOptional() @IsQuantity('angle', 'length') to?: Quantity
  @IsOptional() @IsQuantity('angle', 'length') by?: Quantity
  @IsOptional() @IsQuantity('angularSpeed', 'speed') speed?: Quantity
  @IsOptional() @IsQuantity('angularAcceleration', 'acceleration') acceleration?: Quantity
}

/** A driver given by position: moves by motion laws, from the home value on. */
export class Moves extends Driver {
  @IsIn(['moves']) kind!: 'moves'
  @NestedList(() => Move, 1000) moves!: Move[]
}

/** A driver given by values at times, joined smoothly by quintics. */
export class Values extends Driver {
  @IsIn(['values']) kind!: 'values'
  /** Pairs (time, value), by rising time. */
  @ArePairs(2, 100_000) values!: [Quantity, Quantity][]
}

/** A datum follows a path, with or without turning along. Moves say how far along the path it is. */
export class PathDriver {
  @IsId() id!: string
  @IsIn(['path']) kind!: 'path'
  @IsId() datum!: string
  @IsId() path!: string
  /** The datum's axes turn with the path: x along it, z with the path's datum. */
  @IsOptional() @IsBoolean() oriented?: boolean
  @NestedList(() => Move, 1000) moves!: Move[]
  @IsOptional() @IsBoolean() suspended?: boolean
}

export type AnyDriver = Motor | Acceleration | Moves | Values | PathDriver

export const driverClasses: Readonly<Record<AnyDriver['kind'], Constructor>> = {
  motor: Motor,
  acceleration: Acceleration,
  moves: Moves,
  values: Values,
  path: PathDriver,
}

/** One named run; it never changes the model. */
export class Scenario {
  @IsId() id!: string
  @IsName() name!: string
  @IsQuantity('time') length!: Quantity
  /** Frames per second. */
  @IsInt() @Min(1) @Max(10_000) frameRate!: number
  @NestedList(() => driverClasses) drivers!: AnyDriver[]
}
