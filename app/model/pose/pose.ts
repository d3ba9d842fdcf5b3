/**
 * Where the bodies are on screen: in the motion being previewed, where somebody has put them by hand, at the playhead of
 * the take, or at home; whichever of these comes first.
 */
import { usePreferredReducedMotion } from '@vueuse/core'
import { POSE } from '@ligamen/core'
import type { Clip } from '@ligamen/core'
import type { ShownPoses } from '~/model/pose/shown-poses'
import { usePlaybackStore } from './playback'
import { useRunStore } from '../run/run'
import { useStageStore } from '../screen/stage'

export const usePoseStore = defineStore('pose', () => {
  const run = useRunStore()
  const playback = usePlaybackStore()
  const stage = useStageStore()
  const calm = usePreferredReducedMotion()

  /** A motion shown over the model without changing it. */
  const preview = shallowRef<{ clip: Clip; loop: boolean } | null>(null)
  const previewFrame = ref(0)
  /** True when the pose set by hand is shown although there is a take. */
  const byHand = ref(false)

  const source = computed(() => {
    if (preview.value) return 'preview'
    if (run.take && stage.plays && !byHand.value) return 'take'
    return run.standing ? 'standing' : 'home'
  })
  const shown = computed<ShownPoses | null>(() => {
    const { report, take, standing } = run
    if (!report) return null
    const frame = POSE * report.bodies.length
    switch (source.value) {
      case 'preview':
        return { bodies: report.bodies, poses: preview.value!.clip.poses, at: previewFrame.value * frame }
      case 'take': {
        // while it plays, the bodies are between two frames as well
        const { first, share } = playback.between
        const next = share > 0 ? (first + 1) * frame : undefined
        return { bodies: take!.bodies, poses: take!.poses, at: first * frame, next, share }
      }
      case 'standing':
        return { bodies: report.bodies, poses: standing!.poses, at: 0 }
      default:
        return { bodies: report.bodies, poses: report.poses, at: 0 }
    }
  })

  /** Plays a motion over the model; whoever wants no motion sees where it begins when it comes back to that, else nothing. */
  function show(clip: Clip, loop: boolean) {
    if (calm.value === 'reduce' && !loop) return
    preview.value = { clip, loop }
    previewFrame.value = 0
  }

  function endPreview() {
    preview.value = null
  }

  // the playhead takes over again as soon as it is moved
  watch([() => playback.time, () => playback.playing], () => {
    byHand.value = false
  })
  watch(
    () => stage.stage,
    () => {
      byHand.value = false
      endPreview()
    },
  )
  watch(() => run.report, endPreview)

  return {
    preview,
    previewFrame,
    byHand,
    source,
    shown,
    show,
    /** Shows poses without moving. */
    still: (poses: Float64Array) => show({ frames: 1, interval: 1, poses }, true),
    endPreview,
  }
})
