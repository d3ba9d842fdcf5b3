/** Toy cue: some joints let go while others take hold. */
import { IsIn } from 'class-validator'
import { Cue } from '../../src/document/format/cues'
import { RefTo } from '../../src/document/rules/references'
import { AreIds } from '../../src/document/rules/rules'
import { defineCue } from '../../src/motion/cues/cue-type'

class Swap extends Cue {
  @IsIn(['swap']) kind!: 'swap'
  @AreIds() @RefTo('joint', 'driver') targets!: string[]
  @AreIds() @RefTo('joint', 'driver') instead!: string[]
}

declare module '../../src/document/format/cues' {
  interface CueKinds {
    swap: Swap
  }
}

export const swap = defineCue<Swap>({
  kind: 'swap',
  fields: Swap,
  title: 'swap',
  words: ({ targets, instead }, nameOf) =>
    `${instead.map(nameOf).join()} instead of ${targets.map(nameOf).join()}`,
  draft: (_, [off, on]) => (off !== undefined && on !== undefined ? { targets: [off], instead: [on] } : null),
  apply({ targets, instead }, rows, state) {
    rows.suspend(targets)
    return rows.restore(instead, state)
  },
})
