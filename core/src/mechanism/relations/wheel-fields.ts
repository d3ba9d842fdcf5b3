/** Fields that give the ratio of two wheels: by teeth, by pitch diameters, or as it is. */
import { IsInt, IsOptional, Max, Min } from 'class-validator'
import { PairRelation } from '../../document/format/relations'
import { RefTo } from '../../document/rules/references'
import { IsId, IsQuantity, IsRatio } from '../../document/rules/rules'
import type { Quantity } from '../../units/quantity'
import type { NumberField } from './relation-type'

const teeth = (): PropertyDecorator => (target, key) => {
  IsOptional()(target, key)
  IsInt()(target, key)
  Min(1)(target, key)
  Max(100_000)(target, key)
}

export class WheelRelation extends PairRelation {
  /** The body that holds both centres, where the joints do not say it. */
  @IsOptional() @IsId() @RefTo('body') carrier?: string
  @teeth() teethA?: number
  @teeth() teethB?: number
  @IsOptional() @IsQuantity('length') diameterA?: Quantity
  @IsOptional() @IsQuantity('length') diameterB?: Quantity
  /** Turns of a for one turn of b. */
  @IsOptional() @IsRatio() ratio?: number
}

export const WHEEL_NUMBERS: Readonly<
  Record<'teethA' | 'teethB' | 'diameterA' | 'diameterB' | 'ratio', NumberField>
> = {
  teethA: { label: 'Teeth of the first', dimension: 'number' },
  teethB: { label: 'Teeth of the second', dimension: 'number' },
  diameterA: { label: 'Diameter of the first', dimension: 'length' },
  diameterB: { label: 'Diameter of the second', dimension: 'length' },
  ratio: { label: 'Turns of the first for one of the second', dimension: 'number' },
}
