/**
 * What a kind of probe states: the fields it asks for and what it measures, with two exact derivatives. Every kind is one
 * file, listed in registry.ts.
 */
import type { Probe, ProbeNeeds } from '../document/format/probes'
import type { Mechanism } from '../mechanism/compile'
import { Axis } from '../mechanism/conditions'
import type { Condition } from '../mechanism/conditions'
import { Reader } from '../mechanism/reading'
import type { Reading } from '../mechanism/reading'
import { pairTerm } from '../mechanism/rows'
import type { Pair } from '../mechanism/rows'
import type { Measure } from '../motion/take'
import { fail, succeed } from '../result'
import type { Result } from '../result'

export interface ProbeType {
  readonly kind: string
  readonly needs: ProbeNeeds
  /** @param path of the probe. Errors: those of the kind. */
  measure(mechanism: Mechanism, probe: Probe, path: string): Result<Measure>
}

export const defineProbe = (type: ProbeType): ProbeType => type

export const AXES = { x: Axis.X, y: Axis.Y, z: Axis.Z } as const

/** The datum of a probe, seen from its datum `from` or from ground. */
export const pairOf = (mechanism: Mechanism, probe: Probe): Pair =>
  mechanism.pairOf(probe.from ?? null, probe.datum!)

/** The value of a condition between a pair. */
export const plain = (pair: Pair, condition: Condition, dimension: 'length' | 'angle'): Reading => ({
  terms: [pairTerm(pair, condition)],
  constant: 0,
  dimension: dimension,
})

/** A reading as what a probe measures. */
export function reading(mechanism: Mechanism, probe: Probe, source: Reading): Result<Measure> {
  const reader = new Reader(mechanism, [source])
  return succeed({
    channel: { key: probe.id, name: probe.name, dimension: source.dimension },
    read: (state, step, out, at) => {
      reader.read(state, step)
      out[at] = reader.values[0]
      out[at + 1] = reader.rates[0]
      out[at + 2] = reader.accelerations[0]
    },
  })
}

export const unsuited = (probe: Probe, path: string, message: string): Result<never> =>
  fail({ code: 'probe-freedom', message: `${probe.name}: ${message}`, pointer: path, ids: [probe.id] })
