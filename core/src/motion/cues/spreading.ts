/** Bodies spread apart in the picture, where they are not. */
import { IsIn, IsOptional } from 'class-validator'
import { Cue } from '../../document/format/cues'
import { IsSpan } from '../../document/format/timing'
import { NoMotion } from '../../document/rules/no-motion'
import { RefTo } from '../../document/rules/references'
import { AreIds, IsPoint } from '../../document/rules/rules'
import { ahead, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { siOr } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { spanValue } from '../../units/share'
import { listed } from '../../wording'
import { defineCue } from './cue-type'

/** Bodies are drawn away from where they are, by so much in ground; the motion knows nothing of it. Zero brings them back. */
export class Spreading extends Cue {
  @IsIn(['spread']) kind!: 'spread'
  @AreIds() @RefTo('body') bodies!: string[]
  @IsPoint() @NoMotion() offset!: [Quantity, Quantity, Quantity]
  @IsOptional() @IsSpan(0) duration?: Quantity
}

declare module '../../document/format/cues' {
  interface CueKinds {
    spreading: Spreading
  }
}

const NOWHERE: Vector = [0, 0, 0]

export const spread = defineCue<Spreading>({
  kind: 'spread',
  fields: Spreading,
  title: 'spread apart',
  words: ({ bodies }, nameOf) => `${listed(bodies.map(nameOf))} drawn apart`,
  draft: (bodies) =>
    bodies.length > 0 ? { bodies: [...bodies], offset: [0, 0, '60 mm'], duration: '1 s' } : null,
  duration: ({ duration = 0 }, length) => spanValue(duration, length),
  see({ bodies, offset }, seen, share) {
    const to = offset.map((length) => siOr(length, 'length')) as unknown as Vector
    for (const body of bodies) {
      const from = seen.offsets.get(body) ?? NOWHERE
      seen.offsets.set(body, ahead(from, subtract(to, from), share))
    }
  },
})
