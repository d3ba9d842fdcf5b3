/** What of the timing chart is open: the lane whose table is below it, the move or cue that is chosen, the stretch of time that is seen. */
import { StorageSerializers, useLocalStorage } from '@vueuse/core'
import type { CopiedEntry } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlanStore } from '~/model/run/plan'
import { placeOf, scrolled, timeAt, zoomed } from './stretch'
import type { Stretch } from './stretch'

/** With more drivers than this lanes are low at first. */
const MANY_LANES = 5

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
  const seen = shallowRef<Stretch | null>(null)

  const length = computed(() => plan.length)
  const stretch = computed<Stretch>(() => seen.value ?? [0, length.value])

  watch(
    () => mechanism.scenario?.id,
    () => {
      open.value = null
      chosen.value = null
      seen.value = null
    },
  )

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

  /** Whether lanes are low, so that many are seen; as it suits their number until somebody says. */
  const lowChoice = useLocalStorage<boolean | null>('ligamen-low-lanes', null, {
    serializer: StorageSerializers.object,
  })
  const low = computed(() => lowChoice.value ?? (mechanism.scenario?.drivers.length ?? 0) > MANY_LANES)

  return {
    low,
    toggleLow: () => (lowChoice.value = !low.value),
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
    /** Shows more (factor above 1) or less around a time. */
    zoom: (factor: number, around: number) =>
      (seen.value = zoomed(stretch.value, length.value, factor, around)),
    scroll: (by: number) => (seen.value = scrolled(stretch.value, length.value, by)),
    showAll: () => (seen.value = null),
    /** Where a time is on the axis, in percent. */
    place: (time: number) => placeOf(stretch.value, time),
    timeAt: (share: number) => timeAt(stretch.value, share),
  }
})
