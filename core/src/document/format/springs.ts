/** Springs between two datums: what they look like, and how they pull. */
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import { IsId, IsName, IsQuantity } from '../rules/rules'
import { Entry, RefTo } from '../rules/references'

/** A coil spring; its diameter, to the middle of the wire, is that at the home pose. */
@Entry('spring')
export class Spring {
  @IsId() id!: string
  @IsName() name!: string
  @IsId() @RefTo('datum') from!: string
  @IsId() @RefTo('datum') to!: string
  @IsQuantity('length') diameter!: Quantity
  /** Thickness of the wire. */
  @IsQuantity('length') wire!: Quantity
  @IsNumber() @Min(1) @Max(200) coils!: number
  /** Of its force; a spring without one is only drawn. */
  @IsOptional() @IsQuantity('stiffness') stiffness?: Quantity
  /** Where it has no force; 0 when left out. */
  @IsOptional() @IsQuantity('length') freeLength?: Quantity
  @IsOptional() @IsQuantity('damping') damping?: Quantity
  /** Both ways (usual), or slack on one side. */
  @IsOptional() @IsIn(['both', 'pulls', 'pushes']) acts?: 'both' | 'pulls' | 'pushes'
}
