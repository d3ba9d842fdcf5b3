/**
 * What a kind of check states: the fields it asks for, its sentence, and how it is decided from the evidence. Every kind is
 * one file, listed in registry.ts.
 */
import type { Mobility } from '../analysis/mobility'
import type { Check, CheckedStretch, CheckNeeds } from '../document/format/checks'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Take } from '../motion/take'
import { dimensions } from '../units/dimension'
import type { Dimension } from '../units/dimension'
import { formatQuantity } from '../units/format'
import { parseQuantity, siOr } from '../units/quantity'
import type { Quantity } from '../units/quantity'
import type { Clearances } from './clearance/clearances'
import { Signal } from './signal'
import type { Derivative } from './signal'
import { ON_LIMIT, SAME_TIME } from './tolerances'

/** What checks are decided from. */
export interface Evidence {
  readonly document: MechanismDocument
  /** Of the scenario. */
  readonly take: Take
  /** Length of the scenario [s]. */
  readonly length: number
  readonly mobility: Mobility
  /** Null or left out where nobody has looked for them. */
  readonly clearances?: Clearances | null
}

export interface Outcome {
  readonly state: 'met' | 'not-met' | 'undecided'
  /** How far it is from not being met; negative where it is not. SI, null where nothing is measured. */
  readonly margin: number | null
  readonly dimension: Dimension | null
  /** Where the margin is least [s]. */
  readonly time: number | null
  /** What was found there: "96.2 mm at 1.204 s". */
  readonly found: string
  /** Stretches in which it is not met [s]. */
  readonly stretches: readonly (readonly [number, number])[]
}

export interface CheckType {
  readonly kind: string
  readonly needs: CheckNeeds
  /** "Tip height stays between 18 mm and 96 mm during the whole run" */
  readonly sentence: (check: Check, words: Words) => string
  readonly decide: (check: Check, evidence: Evidence) => Outcome
}

/** Names of what a check speaks of. */
export interface Words {
  readonly nameOf: (id: string | undefined) => string
}

export const defineCheck = (type: CheckType): CheckType => type

/** Not decided, with why. */
export const undecided = (found: string): Outcome => ({
  state: 'undecided',
  margin: null,
  dimension: null,
  time: null,
  found,
  stretches: [],
})

/** Decided by a margin. */
export const decided = (
  margin: number,
  scale: number,
  dimension: Dimension,
  time: number | null,
  found: string,
  stretches: Outcome['stretches'] = [],
): Outcome => {
  const isMet = margin >= -ON_LIMIT * scale
  return {
    state: isMet ? 'met' : 'not-met',
    margin,
    dimension,
    time,
    found,
    stretches: isMet ? [] : stretches,
  }
}

/** Decided by yes or no. */
export const settled = (
  isMet: boolean,
  found: string,
  time: number | null = null,
  stretches: Outcome['stretches'] = [],
): Outcome => ({ state: isMet ? 'met' : 'not-met', margin: null, dimension: null, time, found, stretches })

/** A value in the usual unit of its dimension: "96.20 mm". */
export function inUnit(value: number, dimension: Dimension): string {
  const { unit } = dimensions[dimension]
  return unit === '' ? value.toPrecision(4) : formatQuantity(value, unit, 2)
}

export const atTime = (time: number): string => `at ${time.toFixed(3)} s`

/** What was typed, or a number of SI units in the usual unit. */
export const typed = (quantity: Quantity | undefined): string => String(quantity ?? '')

/** A limit of a check [SI]; infinite where there is none, and not a number where it does not fit the dimension. */
export function limitOf(quantity: Quantity | undefined, dimension: Dimension, none: number): number {
  if (quantity === undefined) return none
  const read = parseQuantity(quantity, dimension)
  return read.ok ? read.value : Number.NaN
}

/** "between 18 mm and 96 mm", "above 18 mm" */
export function bandWords({ lower, upper }: Pick<Check, 'lower' | 'upper'>): string {
  if (lower !== undefined && upper !== undefined) return `between ${typed(lower)} and ${typed(upper)}`
  return lower !== undefined ? `above ${typed(lower)}` : `below ${typed(upper)}`
}

export function duringWords(during: CheckedStretch | undefined, { nameOf }: Words): string {
  if (!during) return 'during the whole run'
  const { from, to, at, atEnd, event, of } = during
  if (at !== undefined) return `at ${typed(at)}`
  if (atEnd) return 'at the end'
  if (event) return `at every ${event} of ${nameOf(of)}`
  if (from !== undefined && to !== undefined) return `from ${typed(from)} to ${typed(to)}`
  if (from !== undefined) return `from ${typed(from)} on`
  return to === undefined ? 'during the whole run' : `until ${typed(to)}`
}

/** The signal of the probe of a check, or why there is none. */
export function signalOf(
  { take, document }: Evidence,
  probe: string,
  derivative: Derivative = 0,
): Signal | string {
  const signal = Signal.of(take, probe, derivative)
  if (signal && take.frames > 0) return signal
  const name = document.probes.find(({ id }) => id === probe)?.name ?? probe
  return `${name} has not been measured yet; solve the scenario.`
}

const secondsOf = (quantity: Quantity | undefined, none: number): number =>
  quantity === undefined ? none : siOr(quantity, 'time', none)

/** What a check looks at: stretches and instants within the take; or why there is nothing, or not all. */
export interface Looked {
  readonly spans: readonly (readonly [number, number])[]
  /** Why not all of it can be looked at. */
  readonly cut: string | null
}

export function lookedAt(during: CheckedStretch | undefined, { take, length }: Evidence): Looked | string {
  const end = Math.max(0, take.frames - 1) * take.interval
  const stops = take.stopped ? `the motion stops at ${end.toFixed(3)} s` : null
  const { from, to, at, atEnd, event, of } = during ?? {}
  if (event) {
    if (of === undefined) return 'Say of which probe the event is.'
    const times = take.events
      .filter(
        ({ probe, kind }) => probe === of && (kind === event || (event === 'passing' && /past$/.test(kind))),
      )
      .map(({ time }) => time)
    if (times.length === 0) return `There is no ${event} in this run.`
    return { spans: times.map((time) => [time, time] as const), cut: stops }
  }
  const time = atEnd ? length : secondsOf(at, Number.NaN)
  if (!Number.isNaN(time)) {
    if (time > length + SAME_TIME)
      return `${typed(at)} lies beyond the end of the scenario at ${length.toFixed(3)} s.`
    if (time > end + SAME_TIME) return `It is not reached: ${stops ?? 'the motion is not solved so far'}.`
    const on = Math.min(time, end)
    return { spans: [[on, on]], cut: null }
  }
  const first = secondsOf(from, 0)
  const last = secondsOf(to, length)
  if (!(last > first)) return 'The stretch is empty: it ends before it starts.'
  if (first > end + SAME_TIME)
    return first > length
      ? `${typed(from)} lies beyond the end of the scenario at ${length.toFixed(3)} s.`
      : `It is not reached: ${stops ?? 'the motion is not solved so far'}.`
  return { spans: [[first, Math.min(last, end)]], cut: last > end + SAME_TIME ? stops : null }
}

/** What is met so far, but cut short, is not decided. */
export const unlessCut = (outcome: Outcome, cut: string | null): Outcome =>
  cut === null || outcome.state === 'not-met'
    ? outcome
    : { ...outcome, state: 'undecided', found: `${outcome.found}, but ${cut}` }
