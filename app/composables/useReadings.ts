/** Joint coordinates at the playhead, or at the home pose while there is no take. */
import { usePlaybackStore } from '~/stores/playback'
import { useRunStore } from '~/stores/run'
import type { Channel, JointState } from '@ligamen/core'

export interface Reading {
  channel: Channel
  joint: string
  state: JointState
  value: number
  rate: number | null
  acceleration: number | null
}

export function useReadings() {
  const run = useRunStore()
  const playback = usePlaybackStore()
  return computed<Reading[]>(() => {
    const { report, take } = run
    if (!report) return []
    const at = playback.frame * report.channels.length
    return report.channels.map((channel, c) => {
      const joint = channel.key.slice(0, channel.key.lastIndexOf('/'))
      return {
        channel,
        joint,
        state: report.states[joint] ?? 'parked',
        value: take ? take.coordinates[at + c]! : report.coordinates[c]!,
        rate: take ? take.coordinateRates[at + c]! : null,
        acceleration: take ? take.coordinateAccelerations[at + c]! : null,
      }
    })
  })
}
