/** Probes, checks and charts added to a document. */
import type { Chart, Check } from '../../document/format/checks'
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Probe } from '../../document/format/probes'
import { freshId, slug, unused } from '../../document/ids'
import type { DatumPick } from '../../document/picks'
import { datumOf } from '../../document/picks'

/** A probe to be, whose datums may still be picks. */
export interface ProbeWish extends Omit<Probe, 'id' | 'datum' | 'from'> {
  readonly datum?: DatumPick
  readonly from?: DatumPick
}

/** Adds it to the draft under a name of its own; returns its id. */
export function addProbe(draft: MechanismDocument, { datum, from, ...wish }: ProbeWish): string {
  const name = unused(new Set(draft.probes.map((probe) => probe.name)), wish.name)
  const id = freshId(draft, slug(name))
  const places = {
    ...(datum ? { datum: datumOf(draft, datum) } : {}),
    ...(from ? { from: datumOf(draft, from) } : {}),
  }
  draft.probes = [...draft.probes, { ...wish, ...places, id, name }]
  return id
}

/** Adds a check under a name of its own; returns its id. */
export function addCheck(draft: MechanismDocument, wish: Omit<Check, 'id'>): string {
  const checks = draft.checks ?? []
  const name = unused(new Set(checks.map((check) => check.name)), wish.name)
  const id = freshId(draft, slug(name))
  draft.checks = [...checks, { ...wish, id, name }]
  return id
}

/** Adds a chart under a name of its own; returns its id. */
export function addChart(draft: MechanismDocument, wish: Omit<Chart, 'id'>): string {
  const charts = draft.charts ?? []
  const name = unused(new Set(charts.map((chart) => chart.name)), wish.name)
  const id = freshId(draft, slug(name))
  draft.charts = [...charts, { ...wish, id, name }]
  return id
}
