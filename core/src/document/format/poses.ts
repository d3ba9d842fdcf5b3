/** Named poses: values of joint coordinates to which the mechanism can be brought again. */
import type { Quantity } from '../../units/quantity'
import { NestedList } from '../rules/nested'
import { CoordinateRef } from './relations'
import { IsId, IsName, IsQuantity } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'
import { Entry } from '../rules/references'

export class PoseValue extends CoordinateRef {
  @IsQuantity('angle', 'length') value!: Quantity
}

/** Joint positions kept under a name. */
@Entry('pose')
export class NamedPose {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  /** Coordinates left out stay as they are, or follow. */
  @NestedList(() => PoseValue) values!: PoseValue[]
}
