/** The bodies that the routes accept. */
import { IsIn, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { startingPointIds } from '../../shared/starting-points/starting-points'

export class NameBody {
  @IsString({ message: 'name must be text' })
  @IsNotEmpty({ message: 'name must not be empty' })
  @MaxLength(120, { message: 'name must have at most 120 characters' })
  name!: string
}

export class NewMechanismBody extends NameBody {
  @IsOptional() @IsIn(startingPointIds) start?: string
}
