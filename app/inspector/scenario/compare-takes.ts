/** Where two takes of one mechanism differ: for each joint position and probe the largest difference, and when it is. */
import type { Channel, Take } from '@ligamen/core'

export interface Difference {
  readonly key: string
  readonly name: string
  readonly dimension: Channel['dimension']
  /** SI, never negative. */
  readonly most: number
  /** Time at which they differ by that [s]. */
  readonly at: number
}

/** As far as both reach, the largest first. */
export function differencesOf(take: Take, other: Take): Difference[] {
  const columns = [
    ...pairs(take.coordinateChannels, other.coordinateChannels).map(([channel, a, b]) => ({
      channel,
      here: [take.coordinates, take.coordinateChannels.length, a] as const,
      there: [other.coordinates, other.coordinateChannels.length, b] as const,
    })),
    ...pairs(take.probeChannels, other.probeChannels).map(([channel, a, b]) => ({
      channel,
      here: [take.probes, 3 * take.probeChannels.length, 3 * a] as const,
      there: [other.probes, 3 * other.probeChannels.length, 3 * b] as const,
    })),
  ]
  const end = Math.min((take.frames - 1) * take.interval, (other.frames - 1) * other.interval)
  const frames = Math.floor(end / take.interval + 1e-9) + 1
  return columns
    .map(({ channel: { key, name, dimension }, here, there }): Difference => {
      let most = 0
      let at = 0
      for (let frame = 0; frame < frames; frame++) {
        const time = frame * take.interval
        const gap = Math.abs(
          here[0][here[2] + here[1] * frame]! - between(...there, other, time / other.interval),
        )
        if (gap > most) [most, at] = [gap, time]
      }
      return { key, name, dimension, most, at }
    })
    .sort((a, b) => b.most - a.most)
}

function pairs(here: readonly Channel[], there: readonly Channel[]): (readonly [Channel, number, number])[] {
  const places = new Map(there.map(({ key }, k) => [key, k]))
  return here.flatMap((channel, k) => {
    const place = places.get(channel.key)
    return place === undefined ? [] : [[channel, k, place] as const]
  })
}

/** A value between two frames. */
function between(values: Float64Array, stride: number, first: number, take: Take, frame: number): number {
  const low = Math.min(take.frames - 1, Math.floor(frame + 1e-9))
  const share = Math.max(0, Math.min(1, frame - low))
  const next = Math.min(take.frames - 1, low + 1)
  const at = values[first + stride * low]!
  return at + share * (values[first + stride * next]! - at)
}
