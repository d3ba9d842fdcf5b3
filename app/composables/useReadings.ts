/** Joint coordinates where the bodies stand on screen: at the playhead, by hand, or at home. */
import { usePlaybackStore } from '~/stores/playback'
import { usePoseStore } from '~/stores/pose'
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
  const pose = usePoseStore()
  return computed<Reading[]>(() => {
    const { report } = run
    if (!report) return []
    const take = pose.source === 'take' ? run.take : null
    const coordinates = run.standing?.coordinates ?? report.coordinates
    const at = playback.frame * report.channels.length
    return report.channels.map((channel, c) => {
      const joint = channel.key.slice(0, channel.key.lastIndexOf('/'))
      return {
        channel,
        joint,
        state: report.states[joint] ?? 'parked',
        value: take ? take.coordinates[at + c]! : coordinates[c]!,
        rate: take ? take.coordinateRates[at + c]! : null,
        acceleration: take ? take.coordinateAccelerations[at + c]! : null,
      }
    })
  })
}
