/**
 * A force or torque along a freedom of a joint, between its two bodies: it drives without prescribing the motion.
 * @example { kind: 'effort', joint: 'drum', effort: '0.2 N m' }
 */
import { IsIn, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { JointLoad } from '../../../document/format/loads'
import { IsQuantity } from '../../../document/rules/rules'
import { succeed } from '../../../result'
import { effortOf } from '../../../units/dimension'
import { LONGEST_EXPRESSION } from '../../../units/jet-expression'
import type { Quantity } from '../../../units/quantity'
import { CoordinateLoad } from '../coordinate-load'
import { coordinateOfLoad, defineLoad, sizeOverTime } from '../load-type'

/** What drives a freedom by force. */
export class Effort extends JointLoad {
  @IsIn(['effort']) kind!: 'effort'
  /** In the direction of the freedom. */
  @IsOptional() @IsQuantity('torque', 'force') effort?: Quantity
  /** An expression in t instead, such as "0.2 N m * sin(360 deg/s * t)". */
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(LONGEST_EXPRESSION) overTime?: string
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    effort: Effort
  }
}

export const effort = defineLoad<Effort>({
  kind: 'effort',
  title: 'Force or torque along a joint',
  form: [
    { key: 'effort', words: 'Force or torque', takes: 'along', what: 'effort', isOptional: true },
    { key: 'overTime', words: 'Or over time', takes: 'expression', isOptional: true },
  ],
  begins: (along) => ({ effort: along === 'angle' ? '0.5 N m' : '10 N' }),
  fields: Effort,
  note: ({ effort: constant, overTime }) => `effort · ${constant ?? overTime}`,
  resolve(mechanism, load) {
    const coordinate = coordinateOfLoad(mechanism, load)
    if (!coordinate.ok) return coordinate
    const dimension = effortOf(coordinate.value.dimension)
    const size = sizeOverTime(load.name, 'effort', load.effort, load.overTime, dimension)
    if (!size.ok) return size
    return succeed(
      new CoordinateLoad(load.id, load.name, mechanism, coordinate.value, {
        effort: (_, __, time) => size.value(time),
        drives: true,
        energy: () => 0,
        loss: (_, rate, time) => -size.value(time) * rate,
      }),
    )
  },
})
