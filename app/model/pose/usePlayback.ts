/** Runs the playhead while playing, one animation frame at a time. */
import { useRafFn } from '@vueuse/core'
import { usePlaybackStore } from '~/model/pose/playback'

export function usePlayback() {
  const playback = usePlaybackStore()
  const { pause, resume } = useRafFn(({ delta }) => playback.elapse(delta / 1000), { immediate: false })
  watch(
    () => playback.playing,
    (playing) => (playing ? resume() : pause()),
    { immediate: true },
  )
}
