/** The maximum, minimum, mean, RMS, range or period of a probe over a stretch lies within a band. */
import type { Check } from '../../document/format/checks'
import {
  bandWords,
  decided,
  defineCheck,
  duringWords,
  inUnit,
  limitOf,
  lookedAt,
  signalOf,
  undecided,
  unlessCut,
} from '../check-type'
import type { Signal } from '../signal'
import { SAME_PERIOD } from '../tolerances'

type Statistic = NonNullable<Check['statistic']>

const WORDS: Readonly<Record<Statistic, string>> = {
  maximum: 'The maximum',
  minimum: 'The minimum',
  mean: 'The mean',
  rms: 'The RMS',
  range: 'The range',
  period: 'The period',
}

export const statistic = defineCheck({
  kind: 'statistic',
  needs: {
    fields: ['probe', 'statistic'],
    any: ['lower', 'upper'],
    optional: ['during'],
    words:
      'a probe, what is looked at (maximum, minimum, mean, rms, range or period), and a lower or an upper limit',
  },
  sentence: (check, words) =>
    `${WORDS[check.statistic!]} of ${words.nameOf(check.probe)} lies ${bandWords(check)} ${duringWords(check.during, words)}`,
  decide(check, evidence) {
    const signal = signalOf(evidence, check.probe!)
    if (typeof signal === 'string') return undecided(signal)
    const dimension = check.statistic === 'period' ? 'time' : signal.dimension!
    const [lower, upper] = [
      limitOf(check.lower, dimension, -Infinity),
      limitOf(check.upper, dimension, Infinity),
    ]
    if (Number.isNaN(lower) || Number.isNaN(upper))
      return undecided('Its limits do not fit what is measured.')
    if (lower > upper) return undecided('The lower limit lies above the upper one.')
    const looked = lookedAt(check.during, evidence)
    if (typeof looked === 'string') return undecided(looked)
    const [from, to] = looked.spans[0]
    if (!(to > from)) return undecided('This needs a stretch, not an instant.')
    if (!signal.isKnown(from, to)) return undecided('It has no value in a part of this stretch.')
    const found = statisticOf(signal, check.statistic!, from, to)
    if (!found) return undecided('It does not repeat itself in this stretch.')
    const { value, time } = found
    const margin = Math.min(value - lower, upper - value)
    const scale = Math.max(...[lower, upper, value].filter(Number.isFinite).map(Math.abs))
    return unlessCut(decided(margin, scale, dimension, time, inUnit(value, dimension)), looked.cut)
  },
})

function statisticOf(
  signal: Signal,
  what: Statistic,
  from: number,
  to: number,
): { value: number; time: number | null } | null {
  if (what === 'mean' || what === 'rms') return { value: signal.means(from, to)[what], time: null }
  if (what === 'period') {
    const value = periodOf(signal, from, to)
    return value === null ? null : { value, time: null }
  }
  const { least, greatest } = signal.extremes(from, to)
  if (what === 'range') return { value: greatest.value - least.value, time: null }
  return what === 'maximum' ? greatest : least
}

/** Mean time between rises past the middle of its range, where they are evenly spaced; null where it does not repeat itself. */
function periodOf(signal: Signal, from: number, to: number): number | null {
  const { least, greatest } = signal.extremes(from, to)
  const rises = signal.passings((least.value + greatest.value) / 2, 'rising', from, to)
  const periods = rises.slice(1).map((time, k) => time - rises[k])
  if (periods.length === 0) return null
  const mean = periods.reduce((sum, one) => sum + one, 0) / periods.length
  return periods.every((one) => Math.abs(one - mean) <= SAME_PERIOD * mean) ? mean : null
}
