/** A view that goes to another one. */
import { IsIn } from 'class-validator'
import { Shot, View } from '../../document/format/shots'
import { Nested } from '../../document/rules/nested'
import { NoMotion } from '../../document/rules/no-motion'
import { cameraBetween, cameraOf } from '../camera'
import { defineShot } from './shot-type'

export class MovedShot extends Shot {
  @IsIn(['moved']) kind!: 'moved'
  @Nested(() => View) @NoMotion() to!: View
}

declare module '../../document/format/shots' {
  interface ShotKinds {
    moved: MovedShot
  }
}

export const moved = defineShot<MovedShot>({
  kind: 'moved',
  fields: MovedShot,
  title: 'goes to another view',
  words: () => 'goes to another view',
  camera: ({ to }, share, start) => cameraBetween(start, cameraOf(to), share),
})
