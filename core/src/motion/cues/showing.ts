/** Bodies shown, hidden and faded: these change only what is seen. */
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { Cue } from '../../document/format/cues'
import { IsSpan } from '../../document/format/timing'
import { RefTo } from '../../document/rules/references'
import { AreIds } from '../../document/rules/rules'
import type { Quantity } from '../../units/quantity'
import { spanValue } from '../../units/share'
import { listed } from '../../wording'
import { defineCue } from './cue-type'
import type { CueType } from './cue-type'

/** Bodies are shown, hidden, or fade to a share of their opacity. */
export class Showing extends Cue {
  @IsIn(['show', 'hide', 'fade']) kind!: 'show' | 'hide' | 'fade'
  @AreIds() @RefTo('body') bodies!: string[]
  /** What a fade begins at, 0 to 1; as it is before when left out. */
  @IsOptional() @IsNumber() @Min(0) @Max(1) from?: number
  /** What a fade ends at, 0 (unseen) to 1. */
  @IsOptional() @IsNumber() @Min(0) @Max(1) opacity?: number
  @IsOptional() @IsSpan(0) duration?: Quantity
}

declare module '../../document/format/cues' {
  interface CueKinds {
    showing: Showing
  }
}

const seen = (
  kind: Showing['kind'],
  participle: string,
  more: Partial<Showing> = {},
  type: Partial<CueType<Showing>> = {},
) =>
  defineCue<Showing>({
    ...type,
    kind,
    fields: Showing,
    title: kind,
    words: ({ bodies }, nameOf) => `${listed(bodies.map(nameOf))} ${participle}`,
    draft: (bodies) => (bodies.length > 0 ? { bodies: [...bodies], ...more } : null),
    see({ bodies, from, opacity = 0 }, { opacities }, share) {
      const end = kind === 'show' ? 1 : kind === 'hide' ? 0 : opacity
      for (const body of bodies) {
        const start = from ?? opacities.get(body) ?? 1
        opacities.set(body, start + share * (end - start))
      }
    },
  })

export const show = seen('show', 'shown')
export const hide = seen('hide', 'hidden')
export const fade = seen(
  'fade',
  'faded',
  { opacity: 0.2, duration: '0.5 s' },
  { duration: ({ duration = 0 }, length) => spanValue(duration, length) },
)
