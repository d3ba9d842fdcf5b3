/** The control desk: the controls that are moved together, and the datums that can be taken hold of. */
import { useMechanismStore } from '../model/document/mechanism'
import { useRunStore } from '../model/run/run'
import { usePanelsStore } from '../model/screen/panels'
import { useOverlaysStore } from '../view/overlays'
import { useStageStore } from '../model/screen/stage'

/** A datum of the desk: its body, and where it is on it [m]. */
export interface Grip {
  readonly datum: string
  readonly name: string
  readonly body: string
  readonly point: readonly [number, number, number]
}

export const useDeskStore = defineStore('desk', () => {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const stage = useStageStore()
  const panels = usePanelsStore()
  /** Keys of joint positions that are moved by the same share of their range. */
  const together = shallowRef<ReadonlySet<string>>(new Set())

  const controls = computed(() => mechanism.document?.desk ?? [])
  const grips = computed<readonly Grip[]>(() => {
    if (!panels.desk || stage.stage !== 'drive') return []
    const wanted = new Set(controls.value.map(({ datum }) => datum))
    return (run.report?.datums ?? []).filter(({ datum }) => wanted.has(datum))
  })

  useOverlaysStore().lay({ grips: () => grips.value })

  function toggleTogether(key: string) {
    const next = new Set(together.value)
    if (!next.delete(key)) next.add(key)
    together.value = next
  }

  return { together, controls, grips, toggleTogether }
})
