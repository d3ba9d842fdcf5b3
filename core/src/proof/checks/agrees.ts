/** A probe agrees with a reference curve within a tolerance, over the times that both have. */
import {
  atTime,
  decided,
  defineCheck,
  inUnit,
  limitOf,
  signalOf,
  typed,
  undecided,
  unlessCut,
} from '../check-type'
import { compareWithReference } from '../reference'

export const agrees = defineCheck({
  kind: 'agrees',
  needs: { fields: ['reference', 'tolerance'], words: 'a reference curve and a tolerance' },
  sentence: (check, { nameOf }) =>
    `The run agrees with ${nameOf(check.reference)} within ${typed(check.tolerance)}`,
  decide(check, evidence) {
    const reference = evidence.document.references!.find(({ id }) => id === check.reference)!
    const signal = signalOf(evidence, reference.probe)
    if (typeof signal === 'string') return undecided(signal)
    const dimension = signal.dimension!
    const tolerance = limitOf(check.tolerance, dimension, 0)
    if (!(tolerance >= 0)) return undecided('The tolerance does not fit what is measured.')
    if (!signal.isKnown(0, signal.end)) return undecided('It has no value in a part of the run.')
    const difference = compareWithReference(signal, reference.points)
    if (!difference) return undecided('The reference curve has no time in common with this run.')
    const { largest, last } = difference
    const cut =
      last > signal.end && evidence.take.stopped ? `the motion stops at ${signal.end.toFixed(3)} s` : null
    const found = `differs by ${inUnit(Math.abs(largest.value), dimension)} ${atTime(largest.time)}`
    return unlessCut(
      decided(tolerance - Math.abs(largest.value), tolerance, dimension, largest.time, found),
      cut,
    )
  },
})
