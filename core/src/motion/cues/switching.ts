/** Suspending and restoring joints, mates, relations, contacts and drivers. */
import { IsIn } from 'class-validator'
import { Cue } from '../../document/format/cues'
import { RefTo } from '../../document/rules/references'
import { AreIds } from '../../document/rules/rules'
import { succeed } from '../../result'
import { listed } from '../../wording'
import { defineCue } from './cue-type'

/** Joints, mates, relations, contacts and drivers no longer hold, or hold again. */
export class Switching extends Cue {
  @IsIn(['suspend', 'restore']) kind!: 'suspend' | 'restore'
  /** Ids of joints, mates, relations, contacts or drivers. */
  @AreIds() @RefTo('joint', 'mate', 'relation', 'contact', 'driver') targets!: string[]
}

declare module '../../document/format/cues' {
  interface CueKinds {
    switching: Switching
  }
}

const draft = (_: readonly string[], targets: readonly string[]) =>
  targets.length > 0 ? { targets: [...targets] } : null

export const suspend = defineCue<Switching>({
  kind: 'suspend',
  fields: Switching,
  title: 'suspend',
  words: ({ targets }, nameOf) => `${listed(targets.map(nameOf))} suspended`,
  draft,
  apply({ targets }, rows) {
    rows.suspend(targets)
    return succeed(null)
  },
})

/** Errors: `restore-apart`, `restore-overlaps`. */
export const restore = defineCue<Switching>({
  kind: 'restore',
  fields: Switching,
  title: 'restore',
  words: ({ targets }, nameOf) => `${listed(targets.map(nameOf))} restored`,
  draft,
  apply: ({ targets }, rows, state) => rows.restore(targets, state),
})
