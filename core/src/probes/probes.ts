/** The probes of a document, ready to be read. */
import type { Mechanism } from '../mechanism/compile'
import type { Measure } from '../motion/take'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { probeType } from './registry'

/** Measures for all probes of the document. Errors: `probe-freedom`. */
export function resolveProbes(mechanism: Mechanism): Result<Measure[]> {
  const dimension: Measure[] = []
  const problems: Problem[] = []
  mechanism.geometry.document.probes.forEach((probe, i) => {
    const measure = probeType(probe.kind).measure(mechanism, probe, `/probes/${i}`)
    if (measure.ok) dimension.push(measure.value)
    else problems.push(...measure.problems)
  })
  return problems.length > 0 ? fail(...problems) : succeed(dimension)
}
