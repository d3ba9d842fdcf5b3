/**
 * A force at a datum, in a direction that stays in ground or turns with the datum.
 * @example { kind: 'force', datum: 'grip', direction: [0, 0, -1], force: '12 N' }
 */
import { IsIn, IsOptional } from 'class-validator'
import { IsQuantity } from '../../../document/rules/rules'
import type { Quantity } from '../../../units/quantity'
import { defineLoad } from '../load-type'
import { actingAt, PointLoad } from '../point-load'

/** A force at the origin of a datum. */
export class Force extends PointLoad {
  @IsIn(['force']) kind!: 'force'
  @IsOptional() @IsQuantity('force') force?: Quantity
}

declare module '../../../document/format/loads' {
  interface LoadKinds {
    force: Force
  }
}

export const force = defineLoad<Force>({
  kind: 'force',
  title: 'Force at a point',
  form: [
    { key: 'force', words: 'Force', takes: 'quantity', dimension: 'force', isOptional: true },
    { key: 'overTime', words: 'Or over time', takes: 'expression', isOptional: true },
    { key: 'direction', words: 'Direction', takes: 'direction' },
    { key: 'turns', words: 'Turns with its body', takes: 'switch', isOptional: true },
  ],
  begins: () => ({ force: '10 N', direction: [0, 0, -1] }),
  fields: Force,
  note: ({ force: constant, overTime }) => `force · ${constant ?? overTime}`,
  resolve: (mechanism, load) => actingAt(mechanism, load, 'force', load.force),
})
