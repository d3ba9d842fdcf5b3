/**
 * A torque on the body of a datum, about an axis that stays in ground or turns with the datum.
 * @example { kind: 'torque', datum: 'drum-axis', direction: [0, 0, 1], turns: true, torque: '0.3 N m' }
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

/** A torque on a body. */
export class Torque extends Load {
  @IsIn(['torque']) kind!: 'torque'
  @IsId() @RefTo('datum') datum!: string
  /** Its axis in ground, or along the axes of the datum. */
  @IsDirection() direction!: [number, number, number]
  /** Whether the direction is that of the datum, and turns with it. */
  @IsOptional() @IsBoolean() turns?: boolean
  @IsOptional() @IsQuantity('torque') torque?: Quantity
  /** An expression in t instead, such as "0.2 N m * sin(360 deg/s * t)". */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(LONGEST_EXPRESSION) overTime?: string
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    torque: Torque
  }
}

export const torque = defineLoad<Torque>({
  kind: 'torque',
  title: 'Torque on a body',
  fields: Torque,
  note: ({ torque: constant, overTime }) => `torque · ${constant ?? overTime}`,
  resolve(mechanism, load) {
    const size = sizeOverTime(load.name, 'torque', load.torque, load.overTime, 'torque')
    if (!size.ok) return size
    const { linkB: link, frameB: frame } = mechanism.pairOf(null, load.datum)
    const direction = directionOn(load.direction, load.turns ? frame : null)
    const values = { link, frame, direction, turns: load.turns === true, isTorque: true, size: size.value }
    return succeed(new ForceAt(load.id, load.name, values))
  },
})
