/** Named poses: values of joint coordinates to which the mechanism can be brought again. */
import type { Quantity } from '../../units/quantity'
import { NestedList } from '../rules/nested'
import { CoordinateRef } from './relations'
import { IsId, IsName, IsQuantity } from '../rules/rules'

export class PoseValue extends CoordinateRef {
  @IsQuantity('angle', 'length') value!: Quantity
}

export class NamedPose {
  @IsId() id!: string
  @IsName() name!: string
  /** Coordinates left out stay as they are, or follow. */
  @NestedList(() => PoseValue) values!: PoseValue[]
}
