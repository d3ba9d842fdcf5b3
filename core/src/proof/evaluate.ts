/** The checks of a document decided on a take: met, not met or not decided, with margin, worst place and words. */
import type { Check } from '../document/format/checks'
import type { MechanismDocument } from '../document/format/mechanism'
import { entriesOf, nameOfEntry } from '../document/walk'
import type { Evidence, Outcome } from './check-type'
import { checkType } from './registry'

export interface CheckResult extends Omit<Outcome, 'state'> {
  readonly check: string
  readonly name: string
  readonly sentence: string
  readonly state: Outcome['state'] | 'muted'
  /** Why it does not count for now. */
  readonly muted: string | null
}

/** Checks that concern a scenario: those of its own and those of all. */
export const checksFor = (document: MechanismDocument, scenario: string): readonly Check[] =>
  (document.checks ?? []).filter((check) => check.scenario === undefined || check.scenario === scenario)

/** What a check demands, in words. */
export function checkSentence(document: MechanismDocument, check: Check): string {
  const entries = entriesOf(document)
  return checkType(check.kind).sentence(check, {
    nameOf: (id) => (id === undefined ? '' : nameOfEntry(entries, id)),
  })
}

/** All checks of the take's scenario, in the order of the document. */
export function evaluateChecks(evidence: Evidence): CheckResult[] {
  const { document, take } = evidence
  const checks = checksFor(document, take.scenario)
  // this is asked at every solve, and most documents have none
  if (checks.length === 0) return []
  const entries = entriesOf(document)
  const words = { nameOf: (id: string | undefined) => (id === undefined ? '' : nameOfEntry(entries, id)) }
  return checks.map((check) => {
    const type = checkType(check.kind)
    const outcome = type.decide(check, evidence)
    const muted = check.muted ?? null
    return {
      ...outcome,
      check: check.id,
      name: check.name,
      sentence: type.sentence(check, words),
      state: muted === null ? outcome.state : 'muted',
      muted,
    }
  })
}

/** Worst first: not met, not decided, met by their margin as a share of nothing but its own unit, muted last. */
export function bySeverity(a: CheckResult, b: CheckResult): number {
  const rank = { 'not-met': 0, undecided: 1, met: 2, muted: 3 } as const
  return rank[a.state] - rank[b.state] || (a.margin ?? Infinity) - (b.margin ?? Infinity) || 0
}
