/** The playhead: one time for the view, the lanes and the numbers. It stands on solved frames only. */
import { frameAt } from '@ligamen/core'
import { useRunStore } from './run'

export const SPEEDS = [0.1, 0.25, 0.5, 1, 2] as const

export const usePlaybackStore = defineStore('playback', () => {
  const run = useRunStore()
  const time = ref(0)
  const playing = ref(false)
  const loop = ref(true)
  const speed = ref<number>(1)

  const interval = computed(() => run.take?.interval ?? 0)
  const last = computed(() => Math.max(0, (run.take?.frames ?? 1) - 1))
  const end = computed(() => last.value * interval.value)
  const frame = computed(() => (run.take ? frameAt(run.take, time.value) : 0))
  /** The time of the frame shown. */
  const shown = computed(() => frame.value * interval.value)

  watch(end, (limit) => {
    if (time.value > limit) time.value = limit
  })

  const seek = (to: number) => {
    time.value = Math.min(end.value, Math.max(0, to))
  }
  const pause = () => {
    playing.value = false
    time.value = shown.value
  }
  return {
    time,
    playing,
    loop,
    speed,
    frame,
    shown,
    end,
    interval,
    seek,
    pause,
    step: (frames: number) => {
      pause()
      seek((frame.value + frames) * interval.value)
    },
    toggle: () => {
      if (playing.value) pause()
      else if (run.take) {
        if (frame.value >= last.value) time.value = 0
        playing.value = true
      }
    },
    /** Moves on by a stretch of wall time [s]; stops or starts over at the end. */
    elapse: (seconds: number) => {
      const to = time.value + seconds * speed.value
      if (to <= end.value) time.value = to
      else if (loop.value && end.value > 0) time.value = to % end.value
      else {
        time.value = end.value
        playing.value = false
      }
    },
  }
})
