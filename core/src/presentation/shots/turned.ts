/** A view that turns about the vertical line through its target. */
import { IsIn } from 'class-validator'
import { Shot } from '../../document/format/shots'
import { NoMotion } from '../../document/rules/no-motion'
import { IsQuantity } from '../../document/rules/rules'
import { transformed } from '../../maths/frame'
import { turnedAbout } from '../../maths/rigid-motion'
import { formatQuantity } from '../../units/format'
import { siOr } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { UPWARDS } from '../camera'
import { defineShot } from './shot-type'

export class TurnedShot extends Shot {
  @IsIn(['turned']) kind!: 'turned'
  /** Seen from above, counter-clockwise. */
  @IsQuantity('angle') @NoMotion() turn!: Quantity
}

declare module '../../document/format/shots' {
  interface ShotKinds {
    turned: TurnedShot
  }
}

export const turned = defineShot<TurnedShot>({
  kind: 'turned',
  fields: TurnedShot,
  title: 'turns about its target',
  words: ({ turn }) => `turns by ${formatQuantity(siOr(turn, 'angle'), 'deg', 1)}`,
  camera(shot, share, start) {
    const turn = turnedAbout(start.target, UPWARDS, share * siOr(shot.turn, 'angle'))
    return { ...start, eye: transformed(turn, start.eye) }
  },
})
