/** Contacts: bodies that may touch, push each other and part again. */
import { IsBoolean, IsNumber, IsOptional, Max, Min } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { Nested } from '../rules/nested'
import { Entry, RefTo } from '../rules/references'
import { IsId, IsName, IsQuantity } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'

/** How bodies give way where they press on each other: with a force that grows as a power of the depth. */
export class Compliance {
  /** The force under which they give way by `depth`. */
  @IsQuantity('force') force!: Quantity
  @IsQuantity('length') depth!: Quantity
  /** The power; 1.5 when left out, as of round bodies (Hertz) [-]. */
  @IsOptional() @IsNumber() @Min(1) @Max(3) exponent?: number
  /** How much harder they press while they come together, for each m/s; 0 when left out [s/m]. */
  @IsOptional() @IsNumber() @Min(0) @Max(100) damping?: number
}

/** Two bodies, or all bodies of two groups, which do not go through each other. */
@Entry('contact')
export class Contact {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsId() @RefTo('body', 'group') a!: string
  @IsId() @RefTo('body', 'group') b!: string
  /** Coefficient of friction while they slide; 0 when left out [-]. */
  @IsOptional() @IsNumber() @Min(0) @Max(10) friction?: number
  /** The same while they stick; `friction` when left out [-]. */
  @IsOptional() @IsNumber() @Min(0) @Max(10) staticFriction?: number
  /** Share of the speed with which they part after a blow; 0 when left out [-]. */
  @IsOptional() @IsNumber() @Min(0) @Max(1) restitution?: number
  /** Rigid when left out. */
  @IsOptional() @Nested(() => Compliance) compliance?: Compliance
  @IsOptional() @IsBoolean() suspended?: boolean
}
