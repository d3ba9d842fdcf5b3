/** The bodies that the routes accept. */
import { IsBoolean, IsIn, IsISO8601, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
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

export class NewLinkBody extends NameBody {
  /** When it ends; never when left out. */
  @IsOptional()
  @IsISO8601({ strict: true }, { message: 'expires must be a time as ISO 8601' })
  expires?: string
  /** Shows what the mechanism is now, whatever becomes of it. */
  @IsOptional() @IsBoolean({ message: 'fixed must be true or false' }) fixed?: boolean
  @IsOptional() @IsBoolean({ message: 'embed must be true or false' }) embed?: boolean
}
