/** Swept volumes and reaches: found on demand, shown on the model, written to files. */
import { useMechanismStore } from '~/model/document/mechanism'
import { saveFile } from '~/model/save-file'
import { useStageStore } from '~/model/screen/stage'
import { useOverlaysStore } from '~/view/overlays'
import { useReach } from './useReach'
import { useSpaceWorker } from './useSpaceWorker'
import { useSweep } from './useSweep'

export const useSpaceStore = defineStore('space', () => {
  const mechanism = useMechanismStore()
  const stage = useStageStore()
  const { progress, fault, ask, cancel } = useSpaceWorker()
  const sweep = reactive(useSweep(ask))
  const reach = reactive(useReach(ask))
  const isShown = ref(true)

  async function write(name: string, positions: Float32Array, format: 'stl' | 'glb') {
    const answer = await ask({ type: 'write', format, name, positions })
    if (answer?.type === 'written') saveFile(answer.name, answer.bytes)
  }
  function clear() {
    cancel()
    fault.value = ''
    sweep.clear()
    reach.clear()
  }

  const seen = computed(() => isShown.value && stage.stage === 'prove')
  useOverlaysStore().lay({
    spaces: () =>
      seen.value
        ? [sweep.found?.swept, reach.found?.reached.hull].flatMap((one) => one?.positions ?? [])
        : [],
    cloud: () => (seen.value ? (reach.found?.reached.points ?? null) : null),
  })
  // of another document nothing is left
  watch(() => mechanism.document === null, clear)

  return { sweep, reach, progress, fault, isShown, write, cancel, clear }
})
