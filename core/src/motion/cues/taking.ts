/** A body taken over by another one, released, and handed over from one to another. */
import { IsIn } from 'class-validator'
import { Cue } from '../../document/format/cues'
import { RefTo } from '../../document/rules/references'
import { IsId } from '../../document/rules/rules'
import { succeed } from '../../result'
import { defineCue } from './cue-type'

/** A body is taken over by another one exactly where it is, until it is released. */
export class Taking extends Cue {
  @IsIn(['take']) kind!: 'take'
  @IsId() @RefTo('body') body!: string
  /** The body that carries it from then on. */
  @IsId() @RefTo('body') by!: string
}

export class Releasing extends Cue {
  @IsIn(['release']) kind!: 'release'
  @IsId() @RefTo('body') body!: string
}

/** A body changes hands: whoever carries it releases it, and another body takes it over where it is. */
export class HandingOver extends Cue {
  @IsIn(['hand-over']) kind!: 'hand-over'
  @IsId() @RefTo('body') body!: string
  /** The body that carries it from then on. */
  @IsId() @RefTo('body') by!: string
}

declare module '../../document/format/cues' {
  interface CueKinds {
    taking: Taking
    releasing: Releasing
    handingOver: HandingOver
  }
}

/** Error: `take-twice`. */
export const take = defineCue<Taking>({
  kind: 'take',
  fields: Taking,
  title: 'take over a body',
  words: ({ body, by }, nameOf) => `${nameOf(body)} taken over by ${nameOf(by)}`,
  draft: ([body, by]) => (body !== undefined && by !== undefined ? { body, by } : null),
  apply: ({ body, by }, rows, state) => rows.bind(body, by, state),
})

export const release = defineCue<Releasing>({
  kind: 'release',
  fields: Releasing,
  title: 'release a body',
  words: ({ body }, nameOf) => `${nameOf(body)} released`,
  draft: ([body]) => (body === undefined ? null : { body }),
  apply({ body }, rows) {
    rows.release(body)
    return succeed(null)
  },
})

export const handOver = defineCue<HandingOver>({
  kind: 'hand-over',
  fields: HandingOver,
  title: 'hand over a body',
  words: ({ body, by }, nameOf) => `${nameOf(body)} handed over to ${nameOf(by)}`,
  draft: ([body, by]) => (body !== undefined && by !== undefined ? { body, by } : null),
  apply({ body, by }, rows, state) {
    rows.release(body)
    return rows.bind(body, by, state)
  },
})
