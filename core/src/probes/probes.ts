/** The probes of a document, ready to be read. */
import type { Probe } from '../document/format/probes'
import type { Mechanism } from '../mechanism/compile'
import type { Measure } from '../motion/take'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { probeType } from './registry'

/** Measures for all probes of the document. Errors: `probe-freedom`. */
export function resolveProbes(mechanism: Mechanism): Result<Measure[]> {
  const measures: Measure[] = []
  const problems: Problem[] = []
  mechanism.geometry.document.probes.forEach((probe, i) => {
    const measure = measureOf(mechanism, probe, `/probes/${i}`)
    if (measure.ok) measures.push(measure.value)
    else problems.push(...measure.problems)
  })
  return problems.length > 0 ? fail(...problems) : succeed(measures)
}

const measureOf = (mechanism: Mechanism, probe: Probe, path: string): Result<Measure> =>
  probeType(probe.kind).measure(mechanism, probe, path, (other) => measureOf(mechanism, other, path))
