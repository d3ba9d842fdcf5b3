/** Contacts: bodies that may touch, push each other and part again. */
import { IsBoolean, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { Entry, RefTo } from '../rules/references'
import { IsId, IsName } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'

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
  @IsOptional() @IsBoolean() suspended?: boolean
}
