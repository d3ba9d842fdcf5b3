/** Moves: the stretches of a lane in which the value changes. */
import { IsId, IsQuantity } from '../rules/rules'
import { Entry } from '../rules/references'
import { IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { IsSpan, Timed } from './timing'

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
  /** Of the way to rest; that of the acceleration when left out. */
  @IsOptional() @IsQuantity('angularAcceleration', 'acceleration') deceleration?: Quantity
  /** At which acceleration and deceleration change; they jump when left out. */
  @IsOptional() @IsQuantity('angularJerk', 'jerk') jerk?: Quantity
}
