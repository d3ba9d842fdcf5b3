/** Moves by motion laws with dwells between them: a lane. */
import { IsIn } from 'class-validator'
import { ValueDriver } from '../../document/format/drivers'
import { NestedList } from '../../document/rules/nested'
import { planLane } from './lane'
import { defineValueDriver } from './value-driver'
import { Move } from '../../document/format/moves'

/** A driver given by position: moves by motion laws, from the home value on. */
export class Moves extends ValueDriver {
  @IsIn(['moves']) kind!: 'moves'
  @NestedList(() => Move, 1000) moves!: Move[]
}

declare module '../../document/format/drivers' {
  interface DriverKinds {
    moves: Moves
  }
}

/** Errors: those of lanes. */
export const moves = defineValueDriver<Moves>({
  kind: 'moves',
  fields: Moves,
  note: ({ moves: all }) => `${all.length} ${all.length === 1 ? 'move' : 'moves'}`,
  plan: (driver, { dimension, name }, from, timing, since) =>
    planLane(driver, name, from, dimension, timing, since),
})
