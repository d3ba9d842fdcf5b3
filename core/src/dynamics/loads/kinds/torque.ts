/**
 * A torque on the body of a datum, about an axis that stays in ground or turns with the datum.
 * @example { kind: 'torque', datum: 'drum-axis', direction: [0, 0, 1], turns: true, torque: '0.3 N m' }
 */
import { IsIn, IsOptional } from 'class-validator'
import { IsQuantity } from '../../../document/rules/rules'
import type { Quantity } from '../../../units/quantity'
import { defineLoad } from '../load-type'
import { actingAt, PointLoad } from '../point-load'

/** A torque on a body. */
export class Torque extends PointLoad {
  @IsIn(['torque']) kind!: 'torque'
  @IsOptional() @IsQuantity('torque') torque?: Quantity
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    torque: Torque
  }
}

export const torque = defineLoad<Torque>({
  kind: 'torque',
  title: 'Torque on a body',
  form: [
    { key: 'torque', words: 'Torque', takes: 'quantity', dimension: 'torque', isOptional: true },
    { key: 'overTime', words: 'Or over time', takes: 'expression', isOptional: true },
    { key: 'direction', words: 'Axis', takes: 'direction' },
    { key: 'turns', words: 'Turns with its body', takes: 'switch', isOptional: true },
  ],
  begins: () => ({ torque: '1 N m', direction: [0, 0, 1] }),
  fields: Torque,
  note: ({ torque: constant, overTime }) => `torque · ${constant ?? overTime}`,
  resolve: (mechanism, load) => actingAt(mechanism, load, 'torque', load.torque),
})
