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
  radiusFirst: Quantity
  radiusSecond: Quantity
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
  radiusFirst: '5 mm',
  radiusSecond: '5 mm',
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

/** Null until both picks are there. */
export function proposedMate(
  { kind, asFirst, asSecond, radiusFirst, radiusSecond, value, inside, flip }: MateDraft,
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
    ...(isRound(asFirst) ? { radiusFirst } : {}),
    ...(isRound(asSecond) ? { radiusSecond } : {}),
    ...(hasValue(kind) && value !== null ? { value } : {}),
    ...(inside && kind === 'tangent' ? { inside: true } : {}),
    ...(flip === null ? {} : { flip }),
  }
}
