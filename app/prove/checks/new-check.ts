/** A new check of a kind, filled in from what the take shows, so that it holds and can be sharpened. */
import { dimensions, sizeOfUnit } from '@ligamen/core'
import type { Check, Dimension, MechanismDocument, ModelReport, Signal } from '@ligamen/core'
import { CHECK_WORDS } from './check-words'

export interface Known {
  readonly document: MechanismDocument
  readonly report: ModelReport | null
  /** The probe that is selected, or else the first. */
  readonly probe: string | undefined
  readonly signal: Signal | null
  /** Length of the scenario in words. */
  readonly length: string
}

/** What must be there before a check of the kind can be made; null when it is. */
export function missingFor(kind: string, { document, probe }: Known): string | null {
  if (['band', 'reach', 'statistic'].includes(kind) && probe === undefined)
    return 'Make a probe first: this check is about one.'
  if (kind === 'joint-rates' && document.joints.length === 0) return 'There is no joint yet.'
  if (kind === 'agrees' && !document.references?.length)
    return 'Lay a reference curve from a CSV file over a chart first.'
  return null
}

export function newCheck(kind: string, known: Known): Omit<Check, 'id'> {
  const { document, report, probe, signal, length } = known
  const base = { kind, name: CHECK_WORDS[kind] ?? kind }
  const named = (words: string) =>
    `${document.probes.find(({ id }) => id === probe)?.name ?? 'Probe'} ${words}`
  switch (kind) {
    case 'band':
      return { ...base, name: named('stays below'), probe, upper: above(signal) }
    case 'clear':
      return { ...base, name: 'Nothing overlaps' }
    case 'reach':
      return { ...base, name: named('in time'), probe, value: reached(signal), before: length }
    case 'statistic':
      return { ...base, name: named('at most'), probe, statistic: 'maximum', upper: above(signal) }
    case 'joint-rates':
      return { ...base, joint: document.joints[0]!.id, ...freedomOf(document), speed: 1 }
    case 'mobility':
      return { ...base, count: report?.mobility.mobility ?? 0 }
    case 'redundancy':
      return { ...base, accepted: jointsOf(document, report) }
    case 'agrees':
      return { ...base, reference: document.references![0]!.id, tolerance: 0.001 }
    default:
      return base
  }
}

const freedomOf = ({ joints: [first] }: MechanismDocument) =>
  first?.freedoms && first.freedoms.length > 1 ? { freedom: first.freedoms[0]!.name } : {}

const jointsOf = ({ joints }: MechanismDocument, report: ModelReport | null): string[] => {
  const redundant = new Set(report?.mobility.redundant.map(({ joint }) => joint))
  return joints.flatMap(({ id }) => (redundant.has(id) ? [id] : []))
}

/** The largest value of a signal, rounded up to two digits in the usual unit. */
function above(signal: Signal | null): string | number {
  if (!signal?.dimension) return 0
  const { greatest, least } = signal.extremes(0, signal.end)
  return rounded(greatest.value + 0.02 * (greatest.value - least.value), signal.dimension, Math.ceil)
}

const reached = (signal: Signal | null): string | number => {
  if (!signal?.dimension) return 0
  const { greatest, least } = signal.extremes(0, signal.end)
  return rounded((greatest.value + least.value) / 2, signal.dimension, Math.round)
}

function rounded(si: number, dimension: Dimension, round: (value: number) => number): string | number {
  const { unit } = dimensions[dimension]
  const value = si / (unit === '' ? 1 : sizeOfUnit(unit))
  if (!Number.isFinite(value)) return 0
  const step = 10 ** Math.max(-6, Math.floor(Math.log10(Math.abs(value) || 1)) - 1)
  const number = Number((round(value / step) * step).toPrecision(6))
  return unit === '' ? number : `${number} ${unit}`
}
