/** Everything that a take shows without being asked. */
import type { Evidence } from '../check-type'
import type { Fact } from './fact'
import { fourBars } from './four-bars'
import type { DatumFrames } from './four-bars'
import { ratios } from './ratios'
import { dwells, lastMove, touchedLimits } from './resting'
import { turning } from './turning'

/** @param datums where they are on their bodies */
export function findFacts(evidence: Evidence, datums: DatumFrames): Fact[] {
  if (evidence.take.frames < 2) return []
  return [
    ...touchedLimits(evidence),
    ...fourBars(evidence, datums),
    ...turning(evidence),
    ...ratios(evidence),
    ...dwells(evidence),
    ...lastMove(evidence),
  ]
}
