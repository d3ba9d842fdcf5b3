/** A probe, or one of its derivatives, stays within a band: over a stretch, at an instant, at every event, at the end. */
import {
  atTime,
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
import type { Outcome } from '../check-type'

const OF = ['', 'the rate of ', 'the second derivative of ']

export const band = defineCheck({
  kind: 'band',
  needs: {
    fields: ['probe'],
    any: ['lower', 'upper'],
    optional: ['during', 'derivative'],
    words: 'a probe and a lower or an upper limit',
  },
  sentence: (check, words) =>
    `${OF[check.derivative ?? 0]}${words.nameOf(check.probe)} stays ${bandWords(check)} ${duringWords(check.during, words)}`,
  decide(check, evidence) {
    const signal = signalOf(evidence, check.probe!, check.derivative ?? 0)
    if (typeof signal === 'string') return undecided(signal)
    const { dimension } = signal
    if (!dimension) return undecided('This derivative has a unit that has no name here.')
    const [lower, upper] = [
      limitOf(check.lower, dimension, -Infinity),
      limitOf(check.upper, dimension, Infinity),
    ]
    if (Number.isNaN(lower) || Number.isNaN(upper))
      return undecided(
        `Its limits do not fit what is measured, which is in ${inUnit(0, dimension).slice(4).trim() || 'numbers'}.`,
      )
    if (lower > upper) return undecided('The lower limit lies above the upper one.')
    const looked = lookedAt(check.during, evidence)
    if (typeof looked === 'string') return undecided(looked)
    let worst: { margin: number; time: number; value: number } | null = null
    const stretches: [number, number][] = []
    for (const [from, to] of looked.spans) {
      if (!signal.isKnown(from, to)) return undecided('It has no value in a part of this stretch.')
      const { least, greatest } = signal.extremes(from, to)
      for (const [margin, { time, value }] of [
        [least.value - lower, least],
        [upper - greatest.value, greatest],
      ] as const)
        if (!worst || margin < worst.margin) worst = { margin, time, value }
      if (to > from) stretches.push(...signal.outside(lower, upper, from, to))
    }
    const { margin, time, value } = worst!
    const scale = Math.max(...[lower, upper, value].filter(Number.isFinite).map(Math.abs))
    const outcome: Outcome = decided(
      margin,
      scale,
      dimension,
      time,
      `${inUnit(value, dimension)} ${atTime(time)}`,
      stretches,
    )
    return unlessCut(outcome, looked.cut)
  },
})
