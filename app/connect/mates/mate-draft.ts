/** A mate while it is being given: its usual values and the proposal that it makes. */
import type { Mate, MateEnd, MateProposal, Quantity } from '@ligamen/core'
import type { Candidate } from '~/model/picking/picking'

/** What a pick is taken as. */
export type MateForm = Exclude<MateEnd['as'], 'path'>

export const MATE_FORMS: readonly MateForm[] = ['point', 'axis', 'plane', 'cylinder', 'sphere']

export interface MateDraft {
  kind: Mate['kind']
  asFirst: MateForm
  asSecond: MateForm
  diameterFirst: Quantity
  diameterSecond: Quantity
  value: Quantity | null
  /** Touches from inside. */
  inside: boolean
  /** Null as the picks lie. */
  flip: boolean | null
}

export const blankMate = (): MateDraft => ({
  kind: 'coincident',
  asFirst: 'plane',
  asSecond: 'plane',
  diameterFirst: '10 mm',
  diameterSecond: '10 mm',
  value: null,
  inside: false,
  flip: null,
})

export const isRound = (form: MateForm): boolean => form === 'cylinder' || form === 'sphere'

/** Whether a mate of a kind has a value. */
export const hasValue = (kind: Mate['kind']): boolean => kind === 'angle' || kind === 'distance'

/** The value of a new mate of a kind; null where it has none. */
export const usualValue = (kind: Mate['kind']): Quantity | null =>
  kind === 'angle' ? '90 deg' : kind === 'distance' ? '10 mm' : null

/** The diameter of a radius [m], as somebody would type it. */
export const diameterOf = (radius: number): string => `${Number((2000 * radius).toPrecision(7))} mm`

/** The radius of a diameter as it was typed. */
const halfOf = (diameter: Quantity): Quantity =>
  typeof diameter === 'number' ? diameter / 2 : `(${diameter})/2`

/** Null until both picks are there. */
export function proposedMate(
  { kind, asFirst, asSecond, diameterFirst, diameterSecond, value, inside, flip }: MateDraft,
  name: string,
  first: Candidate | null,
  second: Candidate | null,
): MateProposal | null {
  if (!first || !second) return null
  return {
    kind,
    name,
    first: first.pick,
    second: second.pick,
    asFirst,
    asSecond,
    ...(isRound(asFirst) ? { radiusFirst: halfOf(diameterFirst) } : {}),
    ...(isRound(asSecond) ? { radiusSecond: halfOf(diameterSecond) } : {}),
    ...(hasValue(kind) && value !== null ? { value } : {}),
    ...(inside && kind === 'tangent' ? { inside: true } : {}),
    ...(flip === null ? {} : { flip }),
  }
}
