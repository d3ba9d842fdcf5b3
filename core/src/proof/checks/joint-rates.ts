/** A joint, such as one that is driven, keeps below a speed, an acceleration and a jerk. */
import type { Take } from '../../motion/take'
import { channelOf } from '../../motion/take'
import { listed } from '../../wording'
import { derivativeOf } from '../../units/dimension'
import { atTime, decided, defineCheck, inUnit, limitOf, typed, undecided, unlessCut } from '../check-type'
import { Signal } from '../signal'
import type { Derivative } from '../signal'

const LIMITS = [
  { field: 'speed', derivative: 1, noun: 'a speed' },
  { field: 'acceleration', derivative: 2, noun: 'an acceleration' },
  { field: 'jerk', derivative: 3, noun: 'a jerk' },
] as const

export const jointRates = defineCheck({
  kind: 'joint-rates',
  needs: {
    fields: ['joint'],
    any: ['speed', 'acceleration', 'jerk'],
    optional: ['freedom'],
    words: 'a joint, and the greatest speed, acceleration or jerk',
  },
  sentence: (check, { nameOf }) => {
    const kept = LIMITS.flatMap(({ field, noun }) =>
      check[field] === undefined ? [] : [`${noun} of ${typed(check[field])}`],
    )
    return `${nameOf(check.joint)} keeps below ${listed(kept)}`
  },
  decide(check, { take, length }) {
    const channel = channelOf(take.coordinateChannels, check)
    if (!channel) return undecided('Say which freedom of this joint is meant.')
    if (take.frames < 2) return undecided('The motion is not solved yet.')
    const column = take.coordinateChannels.indexOf(channel)
    const outcomes = LIMITS.flatMap(({ field, derivative, noun }) => {
      const typedLimit = check[field]
      if (typedLimit === undefined) return []
      const dimension = derivativeOf(channel.dimension, derivative)!
      const limit = limitOf(typedLimit, dimension, Infinity)
      if (!(limit >= 0)) return [undecided(`“${typed(typedLimit)}” is not ${noun} of this joint.`)]
      if (!isKnown(take, column, derivative))
        return [
          undecided(
            'The jerk of this joint is not known all over: what it follows has none, such as a path, a cam or a singular position.',
          ),
        ]
      const { value, time, stretches } = fastest(take, column, derivative, limit)
      const found = `${inUnit(value, dimension)} ${atTime(time)}`
      return [decided(limit - Math.abs(value), limit, dimension, time, found, stretches)]
    })
    const rank = { 'not-met': 0, undecided: 1, met: 2 }
    const [worst] = outcomes.sort(
      (a, b) => rank[a.state] - rank[b.state] || (a.margin ?? 0) - (b.margin ?? 0),
    )
    const end = (take.frames - 1) * take.interval
    return unlessCut(worst, take.stopped && end < length ? `the motion stops at ${end.toFixed(3)} s` : null)
  },
})

function isKnown(take: Take, column: number, derivative: Derivative): boolean {
  if (derivative < 3) return true
  const signal = Signal.ofCoordinate(take, column, derivative)
  return take.coordinateThirds.length > 0 && signal.isKnown(0, signal.end)
}

function fastest(take: Take, column: number, derivative: Derivative, limit: number) {
  const signal = Signal.ofCoordinate(take, column, derivative)
  const { least, greatest } = signal.extremes(0, signal.end)
  const spot = Math.abs(least.value) > Math.abs(greatest.value) ? least : greatest
  return { ...spot, stretches: signal.outside(-limit, limit, 0, signal.end) }
}
