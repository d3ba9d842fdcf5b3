/** Scenarios: named runs with their drivers and cues. */
import { IsBoolean, IsIn, IsInt, IsOptional, Max, Min } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { cueClasses } from './cues'
import type { AnyCue } from './cues'
import { driverClasses } from './drivers'
import { loadClasses } from './loads'
import type { AnyLoad } from './loads'
import { Nested, NestedList } from '../rules/nested'
import { IsAcceleration, IsId, IsName, IsQuantity } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'
import { Entry, OptionalRefTo, RefTo } from '../rules/references'
import type { AnyDriver } from './drivers'
import { Picture, shotClasses } from './shots'
import type { AnyShot } from './shots'

/** Which way is taken where a motion comes to a change point; the first one, which keeps rates continuous, without it. */
export class WayChoice {
  /** The joint that turns most from one way to the other. */
  @IsId() @RefTo('joint') joint!: string
  /** At which of its change points, counted from the start of the run. */
  @IsInt() @Min(1) @Max(100_000) count!: number
  @IsIn(['first', 'second']) way!: 'first' | 'second'
}

/** One named run; it never changes the model. */
@Entry('scenario')
export class Scenario {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsQuantity('time') length!: Quantity
  /** Frames per second. */
  @IsInt() @Min(1) @Max(10_000) frameRate!: number
  @NestedList(() => driverClasses, 2000) drivers!: AnyDriver[]
  @IsOptional() @NestedList(() => cueClasses, 2000) cues?: AnyCue[]
  /**
   * How it moves: as its drivers prescribe (usual); freely, by its masses and loads, where nothing prescribes it; or from rest to rest,
   * in equilibrium at every instant.
   */
  @IsOptional() @IsIn(['kinematic', 'free', 'rest']) mode?: 'kinematic' | 'free' | 'rest'
  /** Sought under its loads from where it would start. */
  @IsOptional() @IsBoolean() startAtRest?: boolean
  /** Acceleration of free fall in ground; standard gravity against z when left out. */
  @IsOptional() @IsAcceleration() @NoMotion() gravity?: [Quantity, Quantity, Quantity]
  /** What acts in this scenario besides the loads of the mechanism. */
  @IsOptional() @NestedList(() => loadClasses, 2000) @NoMotion() loads?: AnyLoad[]
  /** Where it starts: a named pose, or where another scenario ends; the home pose when neither is given. */
  @IsOptional() @IsId() @OptionalRefTo('pose') startPose?: string
  @IsOptional() @IsId() @OptionalRefTo('scenario') startAfter?: string
  /** From where it is seen, one after the other. */
  @IsOptional() @NestedList(() => shotClasses, 500) shots?: AnyShot[]
  /** How its pictures look. */
  @IsOptional() @Nested(() => Picture) @NoMotion() picture?: Picture
  /** Where two ways of going on meet. */
  @IsOptional() @NestedList(() => WayChoice, 1000) ways?: WayChoice[]
}
