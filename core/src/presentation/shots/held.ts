/** A view that is held. */
import { IsIn } from 'class-validator'
import { Shot } from '../../document/format/shots'
import { defineShot } from './shot-type'

export class HeldShot extends Shot {
  @IsIn(['held']) kind!: 'held'
}

declare module '../../document/format/shots' {
  interface ShotKinds {
    held: HeldShot
  }
}

export const held = defineShot<HeldShot>({
  kind: 'held',
  fields: HeldShot,
  title: 'held',
  words: () => 'held',
  camera: (_, __, start) => start,
})
