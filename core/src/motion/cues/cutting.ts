/** A cutting plane that comes, moves and goes. */
import { IsIn, IsOptional } from 'class-validator'
import { Cue } from '../../document/format/cues'
import { IsSpan } from '../../document/format/timing'
import { NoMotion } from '../../document/rules/no-motion'
import { IsDirection, IsQuantity } from '../../document/rules/rules'
import { unit } from '../../maths/vector'
import { siOr } from '../../units/quantity'
import type { Quantity } from '../../units/quantity'
import { spanValue } from '../../units/share'
import { defineCue } from './cue-type'

/** What lies beyond a plane is cut away: the plane is put somewhere, goes to another place, or is taken off. */
export class Cutting extends Cue {
  @IsIn(['cut', 'uncut']) kind!: 'cut' | 'uncut'
  /** Points to what is cut away; along y when left out. */
  @IsOptional() @IsDirection() @NoMotion() normal?: [number, number, number]
  /** Where it begins, from the origin along the normal; where the plane is before when left out. */
  @IsOptional() @IsQuantity('length') @NoMotion() from?: Quantity
  /** Where it ends. */
  @IsOptional() @IsQuantity('length') @NoMotion() to?: Quantity
  @IsOptional() @IsSpan(0) duration?: Quantity
}

declare module '../../document/format/cues' {
  interface CueKinds {
    cutting: Cutting
  }
}

export const cut = defineCue<Cutting>({
  kind: 'cut',
  fields: Cutting,
  title: 'cut open',
  words: () => 'cut open',
  draft: () => ({ normal: [0, -1, 0], from: '100 mm', to: 0, duration: '1 s' }),
  duration: ({ duration = 0 }, length) => spanValue(duration, length),
  see({ normal = [0, -1, 0], from, to = 0 }, seen, share) {
    const end = siOr(to, 'length')
    const start = from === undefined ? (seen.section?.distance ?? end) : siOr(from, 'length')
    seen.section = { normal: unit(normal), distance: start + share * (end - start) }
  },
})

export const uncut = defineCue<Cutting>({
  kind: 'uncut',
  fields: Cutting,
  title: 'close the cut',
  words: () => 'cut closed',
  draft: () => ({}),
  see(_, seen) {
    seen.section = null
  },
})
