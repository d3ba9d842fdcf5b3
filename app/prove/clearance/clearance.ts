/**
 * Clearances of the motion that is shown: found on demand, and again after every edit once somebody has asked or a check
 * needs them, while the stage that proves is open. What they are of is the take that they were found for.
 */
import { byClearance } from '@ligamen/core'
import type { Clearances, MechanismDocument, PairClearance, Take } from '@ligamen/core'
import { useTimeoutFn } from '@vueuse/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { meshes } from '~/model/meshes/meshes'
import { useRunStore } from '~/model/run/run'
import { useStageStore } from '~/model/screen/stage'
import { useFinding } from './useFinding'

/** How long an edit must be at rest before pairs are followed again [ms]. */
const AT_REST = 800

interface Found {
  readonly clearances: Clearances
  readonly take: Take
  /** What the document said of pairs. */
  readonly settings: string
}

export const useClearanceStore = defineStore('clearance', () => {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const stage = useStageStore()
  const finding = useFinding()
  const last = shallowRef<Found | null>(null)
  /** Whether somebody has asked for them. */
  const wanted = ref(false)
  /** The pair that is looked at, as "a b". */
  const chosen = ref<string | null>(null)

  const settings = computed(() => settingsOf(mechanism.document))
  const isOld = computed(
    () => last.value !== null && (last.value.take !== run.take || last.value.settings !== settings.value),
  )
  const isKeptUp = computed(() => wanted.value || needsThem(mechanism.document))

  async function find() {
    const { document, scenario } = mechanism
    const { take } = run
    if (!document || !scenario || !take) return
    wanted.value = true
    const saying = settings.value
    const clearances = await finding.find({
      document: JSON.parse(JSON.stringify(document)),
      scenario: scenario.id,
      meshes: meshes.atHand(document.parts.flatMap(({ mesh }) => mesh ?? [])),
    })
    if (clearances) last.value = { clearances, take, settings: saying }
  }
  function cancel() {
    finding.cancel()
    wanted.value = false
  }

  const later = useTimeoutFn(() => void find(), AT_REST, { immediate: false })
  watch(
    [
      () => run.take,
      () => run.partial,
      () => run.stale,
      () => stage.stage,
      isKeptUp,
      settings,
      meshes.loaded,
    ],
    () => {
      later.stop()
      const isDue = !last.value || isOld.value || last.value.clearances.shapeless.length > 0
      const isShown = stage.stage === 'prove' && run.take && !run.partial && !run.stale
      if (isKeptUp.value && isShown && isDue) later.start()
    },
  )
  // of another scenario or document nothing is left
  watch([() => mechanism.scenario?.id, () => run.take === null], () => {
    later.stop()
    finding.cancel()
    last.value = chosen.value = null
  })

  return {
    ...finding,
    found: computed(() => last.value?.clearances ?? null),
    chosen,
    isOld,
    /** What checks are decided from: those of the take that is shown, and no others. */
    current: computed(() => (isOld.value ? null : (last.value?.clearances ?? null))),
    sorted: computed(() => [...(last.value?.clearances.pairs ?? [])].filter(isTold).sort(byClearance)),
    /** When the machine would first run into itself [s]; null where it does not. */
    stopsAt: computed(() => (isOld.value ? null : firstOverlap(last.value?.clearances.pairs ?? []))),
    find,
    cancel,
  }
})

export const keyOf = ({ a, b }: Pick<PairClearance, 'a' | 'b'>): string => `${a} ${b}`

function firstOverlap(pairs: readonly PairClearance[]): number | null {
  const starts = pairs.flatMap(({ contacts }) =>
    contacts.filter(({ kind }) => kind === 'overlaps').map(({ from }) => from),
  )
  return starts.length > 0 ? Math.min(...starts) : null
}

/** Whether there is something to say of a pair. */
const isTold = ({ nearest, contacts }: PairClearance): boolean => nearest !== null || contacts.length > 0

/** What a document says of pairs; it moves nothing. */
const settingsOf = (document: MechanismDocument | null): string =>
  JSON.stringify([
    document?.clearance,
    (document?.checks ?? []).flatMap(({ kind, lower }) => (kind === 'clear' ? [lower ?? 0] : [])),
  ])

const needsThem = (document: MechanismDocument | null): boolean =>
  (document?.checks ?? []).some(({ kind, muted }) => kind === 'clear' && !muted)
