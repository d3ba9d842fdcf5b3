/** A view whose eye goes along a path, toward its target. */
import { IsIn } from 'class-validator'
import { Shot } from '../../document/format/shots'
import { NoMotion } from '../../document/rules/no-motion'
import { RefTo } from '../../document/rules/references'
import { IsId } from '../../document/rules/rules'
import { norm, subtract } from '../../maths/vector'
import { defineShot } from './shot-type'

export class AlongShot extends Shot {
  @IsIn(['along']) kind!: 'along'
  @IsId() @RefTo('path') @NoMotion() path!: string
}

declare module '../../document/format/shots' {
  interface ShotKinds {
    along: AlongShot
  }
}

export const along = defineShot<AlongShot>({
  kind: 'along',
  fields: AlongShot,
  title: 'goes along a path',
  words: ({ path }, nameOf) => `along ${nameOf(path)}`,
  camera({ path }, share, start, scene) {
    const eye = scene.alongPath(path, share)
    if (!eye) return start
    const { target, opening } = start
    const height = opening > 0 ? 2 * norm(subtract(eye, target)) * Math.tan(opening / 2) : start.height
    return { ...start, eye, height }
  },
})
