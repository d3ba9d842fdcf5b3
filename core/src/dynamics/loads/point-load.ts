/** What forces and torques at a datum have in common: a direction that stays in ground or turns with the datum, and a size over time. */
import { IsBoolean, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { Load } from '../../document/format/loads'
import { RefTo } from '../../document/rules/references'
import { IsDirection, IsId } from '../../document/rules/rules'
import type { Mechanism } from '../../mechanism/compile'
import { succeed } from '../../result'
import type { Result } from '../../result'
import { LONGEST_EXPRESSION } from '../../units/jet-expression'
import type { Quantity } from '../../units/quantity'
import { directionOn } from './direction'
import { ForceAt } from './force-at'
import { sizeOverTime } from './load-type'
import type { ActingLoad } from './loads'

/** A load at the origin of a datum. */
export class PointLoad extends Load {
  @IsId() @RefTo('datum') datum!: string
  /** In ground, or along the axes of the datum. */
  @IsDirection() direction!: [number, number, number]
  /** Whether the direction is that of the datum, and turns with it. */
  @IsOptional() @IsBoolean() turns?: boolean
  /** An expression in t instead of a constant, such as "20 N * sin(360 deg/s * t)". */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(LONGEST_EXPRESSION) overTime?: string
}

/** @param constant its size where it is not said over time. Errors: `load-size`, `load-unit` */
export function actingAt(
  mechanism: Mechanism,
  load: PointLoad,
  kind: 'force' | 'torque',
  constant: Quantity | undefined,
): Result<ActingLoad> {
  const size = sizeOverTime(load.name, kind, constant, load.overTime, kind)
  if (!size.ok) return size
  const { linkB: link, frameB: frame } = mechanism.pairOf(null, load.datum)
  const turns = load.turns === true
  const direction = directionOn(load.direction, turns ? frame : null)
  const values = { link, frame, direction, turns, isTorque: kind === 'torque', size: size.value }
  return succeed(new ForceAt(load.id, load.name, values))
}
