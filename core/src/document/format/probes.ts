/** Probes: what is measured over a take. */
import { IsIn, IsOptional } from 'class-validator'
import { IsId, IsName } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'
import { Entry, RefTo } from '../rules/references'

export const PROBE_KINDS = [
  'joint-position',
  'datum-position',
  'mate-value',
  'orientation',
  'distance',
  'angle',
  'angular-velocity',
] as const

/** A measured quantity; which of the fields it needs depends on its kind. */
@Entry('probe')
export class Probe {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsIn(PROBE_KINDS) kind!: (typeof PROBE_KINDS)[number]
  @IsOptional() @IsId() @RefTo('joint') joint?: string
  @IsOptional() @IsName() freedom?: string
  @IsOptional() @IsId() @RefTo('mate') mate?: string
  /** What is measured: its origin, its axes, or its body's angular velocity. */
  @IsOptional() @IsId() @RefTo('datum') datum?: string
  /** The other datum of a distance or an angle; what a position is measured in, instead of ground. */
  @IsOptional() @IsId() @RefTo('datum') from?: string
  @IsOptional() @IsIn(['x', 'y', 'z']) along?: 'x' | 'y' | 'z'
}
