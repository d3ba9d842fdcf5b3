/** What of the timing chart is open: the lane whose table stands below it, the move or cue that is chosen, the stretch of time that is seen. */
import type { CopiedEntry } from '@ligamen/core'
import { useMechanismStore } from '../../model/document/mechanism'
import { usePlanStore } from '../../model/run/plan'

/** The lane of the cues among those of drivers. */
export const CUES = 'cues'

export const useTimingStore = defineStore('timing', () => {
  const mechanism = useMechanismStore()
  const plan = usePlanStore()
  /** Id of a driver, or CUES. */
  const open = ref<string | null>(null)
  /** Keys of moves, motors and cues, the one that was chosen last at the end. */
  const all = shallowRef<readonly string[]>([])
  /** The one that was chosen last; choosing one alone leaves the others. */
  const chosen = computed({
    get: (): string | null => all.value[all.value.length - 1] ?? null,
    set: (key: string | null) => {
      if (key !== chosen.value || all.value.length > 1) all.value = key === null ? [] : [key]
    },
  })
  const isChosen = computed(() => new Set(all.value))
  /** How far cues that are chosen are being dragged [s]. */
  const carried = ref(0)
  /** The lane whose scale is held while something is dragged on it. */
  const scale = shallowRef<{ lane: string; range: readonly [number, number] } | null>(null)
  const copied = shallowRef<readonly CopiedEntry[]>([])
  /** What is laid over the curves of the lanes. */
  const laidOver = reactive({ speed: false, acceleration: false })
  const locked = ref<ReadonlySet<string>>(new Set())
  /** What is seen [s]; null for all of it. */
  const seen = shallowRef<readonly [number, number] | null>(null)

  const length = computed(() => plan.length)
  const stretch = computed<readonly [number, number]>(() => seen.value ?? [0, length.value])

  watch(
    () => mechanism.scenario?.id,
    () => {
      open.value = null
      chosen.value = null
      seen.value = null
    },
  )

  /** Shows more (factor below 1) or less around a time. */
  function zoom(factor: number, around: number) {
    const [from, to] = stretch.value
    const span = Math.min(length.value, Math.max(length.value / 1000, (to - from) * factor))
    const start = around - ((around - from) / (to - from)) * span
    show(start, span)
  }
  function scroll(by: number) {
    const [from, to] = stretch.value
    show(from + by, to - from)
  }
  function show(start: number, span: number) {
    const from = Math.min(length.value - span, Math.max(0, start))
    seen.value = span >= length.value ? null : [from, from + span]
  }

  /** One more, or one less. */
  function toggleChosen(key: string) {
    const others = all.value.filter((one) => one !== key)
    all.value = others.length < all.value.length ? others : [...others, key]
  }

  function toggleLock(lane: string) {
    const next = new Set(locked.value)
    if (!next.delete(lane)) next.add(lane)
    locked.value = next
  }

  return {
    open,
    chosen,
    allChosen: all,
    isChosen: (key: string) => isChosen.value.has(key),
    toggleChosen,
    carried,
    scale,
    copied,
    laidOver,
    locked,
    seen,
    toggleLock,
    length,
    stretch,
    items: computed(() => plan.items),
    itemOf: plan.itemOf,
    zoom,
    scroll,
    showAll: () => (seen.value = null),
    /** Where a time stands on the axis, in percent. */
    place: (time: number) =>
      stretch.value[1] > stretch.value[0]
        ? (100 * (time - stretch.value[0])) / (stretch.value[1] - stretch.value[0])
        : 0,
    timeAt: (share: number) => stretch.value[0] + share * (stretch.value[1] - stretch.value[0]),
  }
})
