/** When something of a scenario starts: at a time, tied to something else, or, where neither is said, after the previous move. */
import { IsIn, IsInt, IsOptional, Max, Min, ValidateBy } from 'class-validator'
import { readSpan } from '../../units/share'
import type { Quantity } from '../../units/quantity'
import { Nested } from '../rules/nested'
import { IsId, IsName, IsQuantity } from '../rules/rules'
import { RefTo } from '../rules/references'

/** A time, or a share of a whole such as "20 %". @param least of it [s, or of a whole of 1 s] */
export const IsSpan = (least = -Infinity): PropertyDecorator =>
  ValidateBy({
    name: 'isSpan',
    validator: {
      validate: (value) => faultOf(value, least) === null,
      defaultMessage: (args) => `${args?.property}: ${faultOf(args?.value, least)}`,
    },
  })

function faultOf(value: unknown, least: number): string | null {
  if (typeof value !== 'number' && typeof value !== 'string') return 'must be a time or a share such as 20 %'
  const read = readSpan(value, 1)
  if (!read.ok) return read.problems[0].message
  return read.value < least ? `is ${value}; it must not be less than ${least} s` : null
}

/** A joint or a probe passes a value. */
export class Passing {
  @IsOptional() @IsId() @RefTo('joint') joint?: string
  @IsOptional() @IsName() freedom?: string
  @IsOptional() @IsId() @RefTo('probe') probe?: string
  @IsQuantity('angle', 'length', 'angularSpeed') value!: Quantity
  /** Only while it rises, or only while it falls; either way when left out. */
  @IsOptional() @IsIn(['rising', 'falling']) direction?: 'rising' | 'falling'
  /** Which passing counts, from 1 on. */
  @IsOptional() @IsInt() @Min(1) @Max(10_000) count?: number
}

/** What starts a move, a motor, a cue or a shot: exactly one of `with`, `after` and `when`. */
export class Tie {
  /** Id of a move, a motor, a cue or a shot: starts when that starts. */
  @IsOptional() @IsId() @RefTo('move', 'driver', 'cue', 'shot') with?: string
  /** Starts when that has ended. */
  @IsOptional() @IsId() @RefTo('move', 'driver', 'cue', 'shot') after?: string
  @IsOptional() @Nested(() => Passing) when?: Passing
  /** That much later, or earlier when negative. */
  @IsOptional() @IsQuantity('time') offset?: Quantity
}

/** Something that starts; without `start` and `tie` when what is before it in its lane has ended. */
export class Timed {
  @IsOptional() @IsQuantity('time') start?: Quantity
  @IsOptional() @Nested(() => Tie, { alone: true }) tie?: Tie
}
