/** Contacts: bodies that may touch, push each other and part again. */
import { IsBoolean, IsOptional } from 'class-validator'
import { Entry, RefTo } from '../rules/references'
import { IsId, IsName } from '../rules/rules'
import { NoMotion } from '../rules/no-motion'

/** Two bodies, or all bodies of two groups, which do not go through each other. */
@Entry('contact')
export class Contact {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  @IsId() @RefTo('body', 'group') a!: string
  @IsId() @RefTo('body', 'group') b!: string
  @IsOptional() @IsBoolean() suspended?: boolean
}
