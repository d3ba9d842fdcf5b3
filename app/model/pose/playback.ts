/** The playhead: one time for the view, the lanes and the numbers. It stands on solved frames only. */
import { frameAt } from '@ligamen/core'
import { useRunStore } from '../run/run'

export const SPEEDS = [0.1, 0.25, 0.5, 1, 2, 5, 10] as const

export const usePlaybackStore = defineStore('playback', () => {
  const run = useRunStore()
  const time = ref(0)
  const playing = ref(false)
  const loop = ref(true)
  /** Turns round at the ends instead of starting over. */
  const thereAndBack = ref(false)
  let direction = 1
  /** What is played, from one time to another [s]; null for all of it. */
  const marks = shallowRef<readonly [number, number] | null>(null)
  const speed = ref<number>(1)

  const interval = computed(() => run.take?.interval ?? 0)
  const last = computed(() => Math.max(0, (run.take?.frames ?? 1) - 1))
  const end = computed(() => last.value * interval.value)
  const frame = computed(() => (run.take ? frameAt(run.take, time.value) : 0))
  /** The time of the frame shown. */
  const shown = computed(() => frame.value * interval.value)

  /** The frame before the time, and the share of the way to the next one; whole frames while it stands still. */
  const between = computed(() => {
    if (!playing.value || interval.value === 0) return { first: frame.value, share: 0 }
    const at = time.value / interval.value
    const first = Math.min(last.value, Math.floor(at + 1e-9))
    return { first, share: first < last.value ? Math.max(0, at - first) : 0 }
  })
  const range = computed<readonly [number, number]>(() =>
    marks.value ? [Math.min(marks.value[0], end.value), Math.min(marks.value[1], end.value)] : [0, end.value],
  )

  watch(end, (limit) => {
    if (time.value > limit) time.value = limit
  })

  /** Marks where playing starts or ends; the other mark stays, as far as it lies on the right side. */
  function mark(side: 'start' | 'end') {
    const [from, to] = range.value
    const now = shown.value
    const next: readonly [number, number] =
      side === 'start' ? [now, to > now ? to : end.value] : [from < now ? from : 0, now]
    marks.value = next[1] - next[0] < interval.value / 2 ? null : next
  }

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
    thereAndBack,
    marks,
    mark,
    unmark: () => (marks.value = null),
    between,
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
        const [from, to] = range.value
        if (time.value >= to - interval.value / 2 || time.value < from) time.value = from
        direction = 1
        playing.value = true
      }
    },
    /** Moves on by a stretch of wall time [s]; at the end it stops, starts over or turns round. */
    elapse: (seconds: number) => {
      const [from, to] = range.value
      const next = time.value + direction * seconds * speed.value
      if (next >= from && next <= to) {
        time.value = next
      } else if (!loop.value) {
        time.value = to
        playing.value = false
      } else if (thereAndBack.value) {
        direction = next > to ? -1 : 1
        time.value = next > to ? to : from
      } else {
        time.value = to > from ? from + ((next - from) % (to - from)) : from
      }
    },
  }
})
