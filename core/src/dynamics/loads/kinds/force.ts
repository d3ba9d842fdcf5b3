/**
 * A force at a datum, in a direction that stays in ground or turns with the datum.
 * @example { kind: 'force', datum: 'grip', direction: [0, 0, -1], force: '12 N' }
 */
import { IsBoolean, IsIn, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { Load } from '../../../document/format/loads'
import { RefTo } from '../../../document/rules/references'
import { IsDirection, IsId, IsQuantity } from '../../../document/rules/rules'
import { succeed } from '../../../result'
import { LONGEST_EXPRESSION } from '../../../units/jet-expression'
import type { Quantity } from '../../../units/quantity'
import { directionOn } from '../direction'
import { ForceAt } from '../force-at'
import { defineLoad, sizeOverTime } from '../load-type'

/** A force at the origin of a datum. */
export class Force extends Load {
  @IsIn(['force']) kind!: 'force'
  @IsId() @RefTo('datum') datum!: string
  /** In ground, or along the axes of the datum. */
  @IsDirection() direction!: [number, number, number]
  /** Whether the direction is that of the datum, and turns with it. */
  @IsOptional() @IsBoolean() turns?: boolean
  @IsOptional() @IsQuantity('force') force?: Quantity
  /** An expression in t instead, such as "20 N * sin(360 deg/s * t)". */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(LONGEST_EXPRESSION) overTime?: string
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    force: Force
  }
}

export const force = defineLoad<Force>({
  kind: 'force',
  title: 'Force at a point',
  fields: Force,
  note: ({ force: constant, overTime }) => `force · ${constant ?? overTime}`,
  resolve(mechanism, load) {
    const size = sizeOverTime(load.name, 'force', load.force, load.overTime, 'force')
    if (!size.ok) return size
    const { linkB: link, frameB: frame } = mechanism.pairOf(null, load.datum)
    const direction = directionOn(load.direction, load.turns ? frame : null)
    const values = { link, frame, direction, turns: load.turns === true, isTorque: false, size: size.value }
    return succeed(new ForceAt(load.id, load.name, values))
  },
})
