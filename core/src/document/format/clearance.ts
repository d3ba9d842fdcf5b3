/** Between which bodies clearances are looked for, over the motion. */
import { IsOptional } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { NestedList } from '../rules/nested'
import { RefTo } from '../rules/references'
import { IsId, IsQuantity } from '../rules/rules'

/** Two bodies, or all bodies of two groups. */
export class BodyPair {
  @IsId() @RefTo('body', 'group') a!: string
  @IsId() @RefTo('body', 'group') b!: string
}

export class ClearanceSettings {
  /** Pairs that are looked at; all that are not joined directly when left out. */
  @IsOptional() @NestedList(() => BodyPair, 10_000, { alone: true }) pairs?: BodyPair[]
  /** Pairs that are left out. */
  @IsOptional() @NestedList(() => BodyPair, 10_000, { alone: true }) ignored?: BodyPair[]
  /** Overlaps that are no deeper than this touch: 0.05 mm when left out. */
  @IsOptional() @IsQuantity('length') touching?: Quantity
  /** Clearances beyond this are not told: 5 mm when left out. */
  @IsOptional() @IsQuantity('length') near?: Quantity
}
