/** The charts that are shown: the stretch of time that all of them show, the reading line, two markers, and takes laid over. */
import type { Take } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useRunStore } from '~/model/run/run'

export type Stretch = readonly [number, number]

export const useBoardStore = defineStore('board', () => {
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()
  const run = useRunStore()
  /** What is seen [s]; null for all of it. */
  const seen = shallowRef<Stretch | null>(null)
  /** Where the pointer is [s]; null when it is elsewhere. */
  const reading = ref<number | null>(null)
  const markers = reactive<{ a: number | null; b: number | null }>({ a: null, b: null })
  /** A take that was kept to be compared with. */
  const older = shallowRef<Take | null>(null)

  const length = computed(() => Math.max(playback.end, 1e-3))
  const stretch = computed<Stretch>(() => seen.value ?? [0, length.value])
  watch(
    () => mechanism.scenario?.id,
    () => {
      seen.value = null
      markers.a = markers.b = null
      older.value = null
    },
  )

  /** Shows more (factor above 1) or less around a time. */
  function zoom(factor: number, around: number) {
    const [from, to] = stretch.value
    const span = Math.min(length.value, Math.max(length.value / 2000, (to - from) * factor))
    const start = Math.max(0, Math.min(length.value - span, around - ((around - from) / (to - from)) * span))
    seen.value = span >= length.value * (1 - 1e-9) ? null : [start, start + span]
  }
  function scroll(by: number) {
    const [from, to] = stretch.value
    const start = Math.max(0, Math.min(length.value - (to - from), from + by))
    if (seen.value) seen.value = [start, start + (to - from)]
  }

  return {
    seen,
    stretch,
    reading,
    markers,
    older,
    length,
    /** Where curves are read in numbers: under the pointer, else at the playhead. */
    readAt: computed(() => reading.value ?? playback.shown),
    zoom,
    scroll,
    showAll: () => (seen.value = null),
    mark: (which: 'a' | 'b') => (markers[which] = playback.shown),
    unmark: () => void (markers.a = markers.b = null),
    keepTake: () => (older.value = older.value ? null : run.take),
  }
})
