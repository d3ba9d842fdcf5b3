/** Finding clearances in the background: how far it is, what went wrong, what it took. A newer search takes the place of an older one. */
import { useThrottleFn } from '@vueuse/core'
import type { Clearances } from '@ligamen/core'
import { ClearanceWorkers, Superseded } from './follow'
import type { Asked } from './follow'

/** How often progress is told, since the screen is drawn anew for it [ms]. */
const PROGRESS = 300

export function useFinding() {
  const workers = new ClearanceWorkers()
  const progress = ref<number | null>(null)
  const fault = ref('')
  /** How long it took [s], and how many pairs were followed anew. */
  const effort = shallowRef<{ readonly seconds: number; readonly anew: number } | null>(null)
  const tell = useThrottleFn((share: number) => {
    if (progress.value !== null) progress.value = share
  }, PROGRESS)

  /** Null when it was cancelled, failed, or a newer search has begun. */
  async function find(asked: Asked): Promise<Clearances | null> {
    progress.value = 0
    fault.value = ''
    const began = performance.now()
    try {
      const { clearances, anew } = await workers.find(asked, tell)
      progress.value = null
      effort.value = { seconds: (performance.now() - began) / 1000, anew }
      return clearances
    } catch (error) {
      if (error instanceof Superseded) return null
      fault.value = `Clearances could not be found: ${(error as Error).message}`
      cancel()
      return null
    }
  }
  function cancel() {
    workers.end()
    progress.value = null
  }

  return { progress, fault, effort, find, cancel }
}
