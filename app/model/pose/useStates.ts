/** What every joint does where the playhead is, by id: cues change it on the way; before it runs, as it starts. */
import type { JointState } from '@ligamen/core'
import { usePlaybackStore } from '~/model/pose/playback'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'

export function useStates() {
  const run = useRunStore()
  const pose = usePoseStore()
  const playback = usePlaybackStore()
  /** Which span of the take it is: this alone changes while it plays. */
  const span = computed(() => {
    const spans = pose.source === 'take' ? (run.take?.spans ?? []) : []
    let at = 0
    while (at + 1 < spans.length && spans[at + 1]!.start <= playback.shown + 1e-9) at++
    return spans[at]
  })
  return computed<Readonly<Record<string, JointState>>>(() => span.value?.states ?? run.report?.states ?? {})
}
