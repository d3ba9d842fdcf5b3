/** Bodies drawn in another colour. */
import { IsHexColor, IsIn, IsOptional } from 'class-validator'
import { Cue } from '../../document/format/cues'
import { IsSpan } from '../../document/format/timing'
import { NoMotion } from '../../document/rules/no-motion'
import { RefTo } from '../../document/rules/references'
import { AreIds } from '../../document/rules/rules'
import type { Quantity } from '../../units/quantity'
import { spanValue } from '../../units/share'
import { listed } from '../../wording'
import { defineCue } from './cue-type'

/** Bodies become another colour, or their own again. */
export class Colouring extends Cue {
  @IsIn(['colour']) kind!: 'colour'
  @AreIds() @RefTo('body') bodies!: string[]
  /** Their own when left out. */
  @IsOptional() @IsHexColor() @NoMotion() colour?: string
  @IsOptional() @IsSpan(0) duration?: Quantity
}

declare module '../../document/format/cues' {
  interface CueKinds {
    colouring: Colouring
  }
}

export const colour = defineCue<Colouring>({
  kind: 'colour',
  fields: Colouring,
  title: 'colour',
  words: ({ bodies, colour: to }, nameOf) =>
    `${listed(bodies.map(nameOf))} ${to === undefined ? 'in its own colour' : 'coloured'}`,
  draft: (bodies) =>
    bodies.length > 0 ? { bodies: [...bodies], colour: '#b7791f', duration: '0.3 s' } : null,
  duration: ({ duration = 0 }, length) => spanValue(duration, length),
  see({ bodies, colour: to }, seen, share) {
    for (const body of bodies) {
      const before = seen.colours.get(body)
      if (to !== undefined) seen.colours.set(body, { colour: to, share })
      else if (before) seen.colours.set(body, { ...before, share: before.share * (1 - share) })
    }
  },
})
