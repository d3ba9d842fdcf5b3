/** A joint while it is being given: its usual values, its name, and the proposal that it makes. */
import { jointType, unused } from '@ligamen/core'
import type { JoinProposal, Quantity } from '@ligamen/core'
import type { Candidate } from '~/model/picking/picking'
import type { Which } from '~/model/picking/pair-picks'

/** What a joint of a kind is called until somebody names it. */
const WORDS: Readonly<Record<string, string>> = { revolute: 'pivot', prismatic: 'slide', rigid: 'fastening' }

export interface JointDraft {
  kind: string
  /** Which body comes to the other; null as the proposal finds best. */
  comes: Which | null
  /** Made where the bodies are, so that nothing moves. */
  inPlace: boolean
  offset: Quantity
  /** Null as the picks lie. */
  turn: Quantity | null
  flip: boolean | null
  lead: Quantity
}

export const blankJoint = (): JointDraft => ({
  kind: 'revolute',
  comes: null,
  inPlace: false,
  offset: '0 mm',
  turn: null,
  flip: null,
  lead: '2 mm',
})

/** The name that was typed, else one after the body and the kind that no other joint has. */
export function jointName(named: string, kind: string, body: string, taken: readonly string[]): string {
  if (named.trim() !== '') return named.trim()
  const word = WORDS[kind] ?? jointType(kind)!.noun.toLowerCase()
  return unused(new Set(taken), `${body} ${word}`.trim())
}

/** Null until both picks are there. */
export function proposedJoint(
  { kind, comes, inPlace, offset, turn, flip, lead }: JointDraft,
  name: string,
  first: Candidate | null,
  second: Candidate | null,
): JoinProposal | null {
  if (!first || !second) return null
  return {
    kind,
    name,
    first: first.pick,
    second: second.pick,
    ...(comes === null ? {} : { comes }),
    ...(inPlace ? { inPlace: true } : {}),
    offset,
    ...(turn === null ? {} : { turn }),
    ...(flip === null ? {} : { flip }),
    ...(jointType(kind)?.hasLead ? { lead } : {}),
  }
}
