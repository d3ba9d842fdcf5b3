/** Scenarios, their drivers and cues. A driver prescribes a joint's coordinate, a mate's value or the path of a datum. */
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
import type { Quantity } from '../../units/quantity'
import { cueClasses } from './cues'
import type { AnyCue } from './cues'
import { Nested, NestedList } from '../rules/nested'
import type { Constructor } from '../rules/nested'
import { ArePairs, IsId, IsName, IsQuantity } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'
import { Entry, OptionalRefTo, RefTo } from '../rules/references'
import { IsSpan, Tie, Timed } from './timing'

@Entry('driver')
class Driver {
  @IsId() id!: string
  /** What is driven: a freedom of a joint, the value of a mate, or the input (a) of a relation. */
  @IsOptional() @IsId() @RefTo('joint') joint?: string
  @IsOptional() @IsName() freedom?: string
  @IsOptional() @IsId() @RefTo('mate') mate?: string
  @IsOptional() @IsId() @RefTo('relation') relation?: string
  @IsOptional() @IsBoolean() suspended?: boolean
}

/**
 * A driver given by speed, or by how far it goes while it is on: it gains speed evenly over `runUp`, runs steadily, and
 * loses it evenly over `runDown`, the last part of its duration. Before and after it holds where it stands.
 */
export class Motor extends Driver {
  @IsIn(['motor'], { message: 'kind must be motor' }) kind!: 'motor'
  /** An angular speed for a turn, a speed for a slide; that it suits the freedom is checked with the joint. */
  @IsOptional() @IsQuantity('angularSpeed', 'speed') speed?: Quantity
  /** How far it goes while it is on, instead of the speed. */
  @IsOptional() @IsQuantity('angle', 'length') by?: Quantity
  /** A time, or a share of the duration; likewise the run-down. */
  @IsSpan() runUp!: Quantity
  @IsOptional() @IsSpan() runDown?: Quantity
  /** When it is switched on; the start of the scenario when neither is given. */
  @IsOptional() @IsQuantity('time') start?: Quantity
  @IsOptional() @Nested(() => Tie, { alone: true }) tie?: Tie
  /** How long it is on: a time, or a share of the scenario; to its end when left out. */
  @IsOptional() @IsSpan() duration?: Quantity
  @IsOptional() @IsBoolean() reversed?: boolean
}

/** A driver given by a constant acceleration from a start speed. */
export class Acceleration extends Driver {
  @IsIn(['acceleration']) kind!: 'acceleration'
  @IsQuantity('angularSpeed', 'speed') startSpeed!: Quantity
  @IsQuantity('angularAcceleration', 'acceleration') acceleration!: Quantity
}

/** One stretch of a lane in which the value changes; between moves it stays. */
@Entry('move')
export class Move extends Timed {
  /** What others are tied to. */
  @IsOptional() @IsId() id?: string
  /** A time, or a share of the scenario; left out when the move finds its own from `speed` and `acceleration`. */
  @IsOptional() @IsSpan() duration?: Quantity
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
@Entry('driver')
export class PathDriver {
  @IsId() id!: string
  @IsIn(['path']) kind!: 'path'
  @IsId() @RefTo('datum') datum!: string
  @IsId() @RefTo('path') path!: string
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
@Entry('scenario')
export class Scenario {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsQuantity('time') length!: Quantity
  /** Frames per second. */
  @IsInt() @Min(1) @Max(10_000) frameRate!: number
  @NestedList(() => driverClasses) drivers!: AnyDriver[]
  @IsOptional() @NestedList(() => cueClasses) cues?: AnyCue[]
  /** Where it starts: a named pose, or where another scenario ends; the home pose when neither is given. */
  @IsOptional() @IsId() @OptionalRefTo('pose') startPose?: string
  @IsOptional() @IsId() @OptionalRefTo('scenario') startAfter?: string
}
