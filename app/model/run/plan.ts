/** When everything of the scenario shown starts and ends, as far as it is known. */
import { siOr } from '@ligamen/core'
import type { PlannedItem } from '@ligamen/core'
import { useMechanismStore } from '../document/mechanism'
import { useRunStore } from './run'

export const usePlanStore = defineStore('plan', () => {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  /** Of the scenario [s]. */
  const length = computed(() => siOr(mechanism.scenario?.length ?? 0, 'time'))
  /** What waits for a value has the time at which it came in the last take. */
  const items = computed<readonly PlannedItem[]>(() => {
    const planned = run.report?.items ?? []
    const solved = new Map(run.stale ? [] : run.take?.items.map((item) => [item.key, item]))
    return planned.map((item) => (Number.isNaN(item.start) ? (solved.get(item.key) ?? item) : item))
  })
  const byKey = computed(() => new Map(items.value.map((item) => [item.key, item])))
  return { length, items, itemOf: (key: string) => byKey.value.get(key) }
})
