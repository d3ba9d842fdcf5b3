/**
 * What a kind of probe states: the fields it asks for and what it measures, with two exact derivatives. Every kind is one
 * file, listed in registry.ts.
 */
import type { Probe, ProbeNeeds } from '../document/format/probes'
import type { ForceReader } from '../dynamics/force-reader'
import type { Mechanism } from '../mechanism/compile'
import { Axis, slide } from '../mechanism/conditions'
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
  /** Whether masses and loads decide what it measures. */
  readonly readsForces?: boolean
  /**
   * @param path of the probe
   * @param forces of the run that it measures; null where nothing runs yet
   * Errors: those of the kind.
   */
  measure(
    mechanism: Mechanism,
    probe: Probe,
    path: string,
    measureOf: MeasureOf,
    forces: ForceReader | null,
  ): Result<Measure>
}

/** Another probe, ready to be read by the one that asks. */
export type MeasureOf = (probe: Probe) => Result<Measure>

export const defineProbe = (type: ProbeType): ProbeType => type

const AXES: Readonly<Record<string, Axis>> = { x: Axis.X, y: Axis.Y, z: Axis.Z }

/** The axis of a probe along x, y or z. */
export const axisAlong = ({ along }: Probe): Axis => AXES[along!]

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

/**
 * The velocity or acceleration of a probe's datum, seen from its datum `from` or from ground: a component, or what `combined` makes
 * of velocity [m/s], acceleration [m/s^2] and jerk [m/s^3]. The second derivative of an acceleration is not solved, and not a number.
 */
export function motionOf(
  mechanism: Mechanism,
  probe: Probe,
  dimension: 'speed' | 'acceleration',
  combined: (
    velocity: Float64Array,
    acceleration: Float64Array,
    jerk: Float64Array,
    out: Float64Array,
    at: number,
  ) => void,
): Result<Measure> {
  const { id, name, along } = probe
  const pair = pairOf(mechanism, probe)
  const axis = AXES[along ?? ''] ?? null
  const axes = axis === null ? [Axis.X, Axis.Y, Axis.Z] : [axis]
  const reader = new Reader(
    mechanism,
    axes.map((one) => plain(pair, slide(one), 'length')),
  )
  return succeed({
    channel: { key: id, name, dimension },
    read: (state, step, out, at) => {
      reader.read(state, step)
      reader.readThird(state)
      const { rates, accelerations, thirds } = reader
      if (axis === null) {
        combined(rates, accelerations, thirds, out, at)
        return
      }
      const isSpeed = dimension === 'speed'
      out[at] = isSpeed ? rates[0] : accelerations[0]
      out[at + 1] = isSpeed ? accelerations[0] : thirds[0]
      out[at + 2] = isSpeed ? thirds[0] : Number.NaN
    },
  })
}

/** What is not known, and derivatives that are not solved. */
export function unknown(out: Float64Array, at: number): void {
  out.fill(Number.NaN, at, at + 3)
}

export const unsuited = (probe: Probe, path: string, message: string): Result<never> =>
  fail({ code: 'probe-freedom', message: `${probe.name}: ${message}`, pointer: path, ids: [probe.id] })
