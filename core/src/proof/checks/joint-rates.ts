/** A joint, such as one that is driven, keeps below a speed and an acceleration. */
import type { Take } from '../../motion/take'
import { channelOf } from '../../motion/take'
import { derivativeOf } from '../../units/dimension'
import { atTime, decided, defineCheck, inUnit, limitOf, typed, undecided, unlessCut } from '../check-type'
import { Signal } from '../signal'
import type { Derivative } from '../signal'

export const jointRates = defineCheck({
  kind: 'joint-rates',
  needs: {
    fields: ['joint'],
    any: ['speed', 'acceleration'],
    optional: ['freedom'],
    words: 'a joint, and the greatest speed or acceleration',
  },
  sentence: ({ joint, speed, acceleration }, { nameOf }) => {
    const kept = [
      speed === undefined ? [] : [`a speed of ${typed(speed)}`],
      acceleration === undefined ? [] : [`an acceleration of ${typed(acceleration)}`],
    ].flat()
    return `${nameOf(joint)} keeps below ${kept.join(' and ')}`
  },
  decide(check, { take, length }) {
    const channel = channelOf(take.coordinateChannels, check)
    if (!channel) return undecided('Say which freedom of this joint is meant.')
    if (take.frames < 2) return undecided('The motion is not solved yet.')
    const column = take.coordinateChannels.indexOf(channel)
    const outcomes = ([1, 2] as const).flatMap((derivative) => {
      const typedLimit = derivative === 1 ? check.speed : check.acceleration
      if (typedLimit === undefined) return []
      const dimension = derivativeOf(channel.dimension, derivative)!
      const limit = limitOf(typedLimit, dimension, Infinity)
      if (!(limit >= 0))
        return [
          undecided(
            `“${typed(typedLimit)}” is not ${derivative === 1 ? 'a speed' : 'an acceleration'} of this joint.`,
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

function fastest(take: Take, column: number, derivative: Derivative, limit: number) {
  const signal = Signal.ofCoordinate(take, column, derivative)
  const { least, greatest } = signal.extremes(0, signal.end)
  const spot = Math.abs(least.value) > Math.abs(greatest.value) ? least : greatest
  return { ...spot, stretches: signal.outside(-limit, limit, 0, signal.end) }
}
