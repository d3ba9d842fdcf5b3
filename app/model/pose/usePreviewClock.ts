/** Plays the motion that is previewed: it runs by itself, beside the playhead. */
import { usePreferredReducedMotion, useRafFn } from '@vueuse/core'
import { usePoseStore } from './pose'

export function usePreviewClock() {
  const pose = usePoseStore()
  const calm = usePreferredReducedMotion()
  let elapsed = 0
  const { pause, resume } = useRafFn(
    ({ delta }) => {
      const { preview } = pose
      if (!preview) return
      const { frames, interval } = preview.clip
      elapsed += delta / 1000
      const frame = Math.floor(elapsed / interval)
      if (frame >= frames && !preview.loop) pose.endPreview()
      else pose.previewFrame = frame % frames
    },
    { immediate: false },
  )
  watch(
    () => pose.preview,
    (preview) => {
      elapsed = 0
      if (preview && preview.clip.frames > 1 && calm.value !== 'reduce') resume()
      else pause()
    },
  )
}
