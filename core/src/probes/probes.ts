/** The probes of a document, ready to be read. */
import type { Probe } from '../document/format/probes'
import type { ForceReader } from '../dynamics/force-reader'
import type { Mechanism } from '../mechanism/compile'
import type { Measure } from '../motion/take'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { parseQuantity } from '../units/quantity'
import { probeType } from './registry'

/** Measures for all probes of the document. @param forces of the run that they measure. Errors: `probe-freedom`. */
export function resolveProbes(mechanism: Mechanism, forces: ForceReader | null = null): Result<Measure[]> {
  const measures: Measure[] = []
  const problems: Problem[] = []
  mechanism.geometry.document.probes.forEach((probe, i) => {
    const measure = measureOf(mechanism, probe, `/probes/${i}`, forces)
    if (!measure.ok) {
      problems.push(...measure.problems)
      return
    }
    measures.push(measure.value)
    const levels = levelsOf(probe, measure.value, `/probes/${i}`)
    if (!levels.ok) problems.push(...levels.problems)
  })
  return problems.length > 0 ? fail(...problems) : succeed(measures)
}

/** Values of a probe whose passings are wanted [SI]. Error: `probe-passes`. */
export function levelsOf(probe: Probe, { channel }: Measure, path = ''): Result<number[]> {
  const levels: number[] = []
  for (const [k, text] of (probe.passes ?? []).entries()) {
    const level = parseQuantity(text, channel.dimension)
    if (!level.ok) {
      const message = `${probe.name}: ${level.problems[0].message}`
      return fail({ code: 'probe-passes', message, pointer: `${path}/passes/${k}`, ids: [probe.id] })
    }
    levels.push(level.value)
  }
  return succeed(levels)
}

const measureOf = (
  mechanism: Mechanism,
  probe: Probe,
  path: string,
  forces: ForceReader | null,
): Result<Measure> =>
  probeType(probe.kind).measure(
    mechanism,
    probe,
    path,
    (other) => measureOf(mechanism, other, path, forces),
    forces,
  )
