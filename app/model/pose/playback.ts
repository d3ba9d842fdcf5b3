/** The playhead: one time for the view, the lanes and the numbers. It stops on solved frames only. */
import { frameAt } from '@ligamen/core'
import { betweenFrames, elapsed, marked } from './playhead'
import type { Range } from './playhead'
import { WatchedRun } from './watched-run'
import { useRunStore } from '../run/run'

export const SPEEDS = [0.1, 0.25, 0.5, 1, 2, 5, 10] as const

export const usePlaybackStore = defineStore('playback', () => {
  const run = useRunStore()
  const time = ref(0)
  const playing = ref(false)
  const loop = ref(true)
  /** Turns round at the ends instead of starting over. */
  const thereAndBack = ref(false)
  let direction: 1 | -1 = 1
  /** What is played, from one time to another [s]; null for all of it. */
  const marks = shallowRef<Range | null>(null)
  const speed = ref<number>(1)

  const interval = computed(() => run.take?.interval ?? 0)
  const last = computed(() => Math.max(0, (run.take?.frames ?? 1) - 1))
  const end = computed(() => last.value * interval.value)
  const frame = computed(() => (run.take ? frameAt(run.take, time.value) : 0))
  /** The time of the frame shown. */
  const shown = computed(() => frame.value * interval.value)

  /** The frame before the time, and the share of the way to the next one; whole frames while it stays still. */
  const between = computed(() => {
    if (!playing.value || interval.value === 0) return { first: frame.value, share: 0 }
    return betweenFrames(time.value, interval.value, last.value)
  })
  const range = computed<Range>(() =>
    marks.value ? [Math.min(marks.value[0], end.value), Math.min(marks.value[1], end.value)] : [0, end.value],
  )

  const watched = useWatchedRun(time, end, playing)

  /** Marks where playing starts or ends. */
  const mark = (side: 'start' | 'end') => {
    marks.value = marked(side, shown.value, range.value, end.value, interval.value)
  }

  const seek = (to: number) => {
    watched.leave(run.partial, to, end.value)
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
    /** Stops on the frame nearest to a time. */
    goTo: (to: number) => {
      pause()
      seek(to)
      pause()
    },
    step: (frames: number) => {
      pause()
      seek((frame.value + frames) * interval.value)
    },
    toggle: () => {
      if (playing.value) pause()
      else if (run.take) {
        watched.leave(run.partial, time.value, end.value)
        const [from, to] = range.value
        if (time.value >= to - interval.value / 2 || time.value < from) time.value = from
        direction = 1
        playing.value = true
      }
    },
    /** Moves on by a stretch of wall time [s]; at the end it stops, starts over or turns round. */
    elapse: (seconds: number) => {
      const now = { time: time.value, direction, playing: true }
      const atEnd = { loop: loop.value, thereAndBack: thereAndBack.value }
      const next = elapsed(now, seconds * speed.value, range.value, atEnd)
      time.value = next.time
      direction = next.direction
      playing.value = next.playing
    },
  }
})

/** Moves the playhead with a run that is being solved. */
function useWatchedRun(time: Ref<number>, end: Ref<number>, playing: Ref<boolean>): WatchedRun {
  const run = useRunStore()
  const watched = new WatchedRun()
  watch([() => run.take, () => run.partial, () => run.live, end], () => {
    const { partial, live } = run
    time.value = watched.next({ time: time.value, end: end.value, partial, live, playing: playing.value })
  })
  return watched
}
