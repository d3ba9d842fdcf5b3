/** The control desk: what a person has put on it to move the mechanism by hand. */
import { IsIn, IsOptional } from 'class-validator'
import { IsId, IsName } from '../rules/rules'
import { RefTo } from '../rules/references'

/** A control for a joint position, or for a datum that is moved as a whole: exactly one of the two. */
export class DeskControl {
  @IsOptional() @IsId() @RefTo('joint') joint?: string
  /** The only freedom of the joint when left out. */
  @IsOptional() @IsName() freedom?: string
  @IsOptional() @IsId() @RefTo('datum') datum?: string
  /** How a joint position is set; a slider when left out. */
  @IsOptional() @IsIn(['slider', 'knob', 'number']) as?: 'slider' | 'knob' | 'number'
}
