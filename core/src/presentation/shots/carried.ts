/** Views that are carried: one that follows a body or datum without turning, and one that rides on it. */
import { IsIn } from 'class-validator'
import { Shot } from '../../document/format/shots'
import { NoMotion } from '../../document/rules/no-motion'
import { RefTo } from '../../document/rules/references'
import { IsId } from '../../document/rules/rules'
import { originOf } from '../../maths/frame'
import { moved } from '../../maths/rigid-motion'
import { defineShot } from './shot-type'

/** Its view is given beside what it follows, along the axes of ground. */
export class FollowingShot extends Shot {
  @IsIn(['follows']) kind!: 'follows'
  /** A body or a datum. */
  @IsId() @RefTo('body', 'datum') @NoMotion() on!: string
}

/** Its view is given in the frame of what it rides on. */
export class RidingShot extends Shot {
  @IsIn(['rides']) kind!: 'rides'
  /** A body or a datum. */
  @IsId() @RefTo('body', 'datum') @NoMotion() on!: string
}

declare module '../../document/format/shots' {
  interface ShotKinds {
    following: FollowingShot
    riding: RidingShot
  }
}

export const follows = defineShot<FollowingShot>({
  kind: 'follows',
  fields: FollowingShot,
  title: 'follows a body',
  words: ({ on }, nameOf) => `follows ${nameOf(on)}`,
  carrier({ on }, scene) {
    const frame = scene.frameOf(on)
    return frame && moved(originOf(frame))
  },
  camera: (_, __, start) => start,
})

export const rides = defineShot<RidingShot>({
  kind: 'rides',
  fields: RidingShot,
  title: 'rides on a body',
  words: ({ on }, nameOf) => `rides on ${nameOf(on)}`,
  carrier: ({ on }, scene) => scene.frameOf(on),
  camera: (_, __, start) => start,
})
