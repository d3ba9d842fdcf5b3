/** Joint coordinates where the bodies are on screen: at the playhead, by hand, or at home. */
import { usePlaybackStore } from '~/model/pose/playback'
import { useStates } from './useStates'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'
import type { Channel, JointState } from '@ligamen/core'

/** What a joint position is; its numbers are read when somebody looks, so that a frame costs what is looked at. */
export interface Reading {
  readonly channel: Channel
  readonly joint: string
  readonly freedom: string
  readonly state: JointState
  readonly value: number
  readonly rate: number | null
  readonly acceleration: number | null
}

export function useReadings() {
  const run = useRunStore()
  const playback = usePlaybackStore()
  const pose = usePoseStore()
  const states = useStates()

  const take = () => (pose.source === 'take' ? run.take : null)
  const at = (c: number) => playback.frame * (run.report?.channels.length ?? 0) + c
  return computed<Reading[]>(() => {
    const { report } = run
    return (report?.channels ?? []).map((channel, c) => {
      const { joint, freedom } = channel.coordinate!
      return {
        channel,
        joint,
        freedom,
        state: states.value[joint] ?? 'parked',
        get value() {
          const shown = take()
          return (shown ? shown.coordinates[at(c)] : (run.standing ?? report!).coordinates[c]) ?? 0
        },
        get rate() {
          return take()?.coordinateRates[at(c)] ?? null
        },
        get acceleration() {
          return take()?.coordinateAccelerations[at(c)] ?? null
        },
      }
    })
  })
}
