/** A view that goes nearer to a body, which comes into its middle. */
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { Shot } from '../../document/format/shots'
import { NoMotion } from '../../document/rules/no-motion'
import { RefTo } from '../../document/rules/references'
import { IsId } from '../../document/rules/rules'
import { ahead, subtract } from '../../maths/vector'
import { cameraAtDistance, cameraBetween } from '../camera'
import { defineShot } from './shot-type'

export class TowardsShot extends Shot {
  @IsIn(['towards']) kind!: 'towards'
  @IsId() @RefTo('body') @NoMotion() body!: string
  /** How far it goes, as a share of the distance from it: 0.6 when left out. */
  @IsOptional() @IsNumber() @Min(0) @Max(0.99) @NoMotion() share?: number
}

declare module '../../document/format/shots' {
  interface ShotKinds {
    towards: TowardsShot
  }
}

const USUAL = 0.6

export const towards = defineShot<TowardsShot>({
  kind: 'towards',
  fields: TowardsShot,
  title: 'goes towards a body',
  words: ({ body }, nameOf) => `towards ${nameOf(body)}`,
  camera({ body, share: all = USUAL }, share, start, scene) {
    const target = scene.middleOf(body)
    if (!target) return start
    const eye = ahead(start.eye, subtract(target, start.target), 1)
    const near = cameraAtDistance({ ...start, eye, target }, 1 - all)
    return cameraBetween(start, near, share)
  },
})
