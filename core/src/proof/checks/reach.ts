/** A probe reaches a value before a time. */
import {
  atTime,
  decided,
  defineCheck,
  inUnit,
  limitOf,
  settled,
  signalOf,
  typed,
  undecided,
} from '../check-type'

export const reach = defineCheck({
  kind: 'reach',
  needs: {
    fields: ['probe', 'value'],
    optional: ['direction', 'before'],
    words: 'a probe and the value that it has to reach',
  },
  sentence: ({ probe, value, direction, before }, { nameOf }) =>
    `${nameOf(probe)} reaches ${typed(value)}${direction ? `, ${direction},` : ''}${before === undefined ? '' : ` before ${typed(before)}`}`,
  decide(check, evidence) {
    const signal = signalOf(evidence, check.probe!)
    if (typeof signal === 'string') return undecided(signal)
    const dimension = signal.dimension!
    const value = limitOf(check.value, dimension, 0)
    if (Number.isNaN(value)) return undecided('The value does not fit what is measured.')
    if (!signal.isKnown(0, signal.end)) return undecided('It has no value in a part of the run.')
    const latest = limitOf(check.before, 'time', evidence.length)
    const [first] = signal.passings(value, check.direction)
    const starts = check.direction === undefined && signal.at(0) === value
    const time = starts ? 0 : first
    if (time !== undefined) {
      const found = `reaches ${inUnit(value, dimension)} ${atTime(time)}`
      return decided(latest - time, latest, 'time', time, found)
    }
    const { least, greatest } = signal.extremes(0, signal.end)
    const nearest = Math.abs(least.value - value) < Math.abs(greatest.value - value) ? least : greatest
    const found = `comes to ${inUnit(nearest.value, dimension)} ${atTime(nearest.time)}`
    if (evidence.take.stopped && signal.end < latest)
      return undecided(`${found}, but the motion stops at ${signal.end.toFixed(3)} s`)
    return settled(false, found, nearest.time)
  },
})
