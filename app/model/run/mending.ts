/** Ways out for what is wrong with the scenario or stops its motion: sought by the solver, taken by a press. */
import { reasons } from '@ligamen/core'
import type { Advice, Problem } from '@ligamen/core'
import { useMechanismStore } from '../document/mechanism'
import { useRunStore } from './run'

export const useMendingStore = defineStore('mending', () => {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const found = shallowRef<ReadonlyMap<Problem, readonly Advice[]>>(new Map())
  /** Why the last way was not taken. */
  const fault = ref('')

  const problems = computed(() => [
    ...new Set([run.report?.problem ?? [], run.report?.warnings ?? [], run.problem ?? []].flat()),
  ])
  watch(
    problems,
    async (all) => {
      found.value = new Map()
      fault.value = ''
      const scenario = mechanism.scenario?.id
      if (all.length === 0 || scenario === undefined) return
      const ways = await mechanism.ask('mendScenario', { scenario, problems: all })
      // other problems may have come meanwhile
      if (problems.value === all) found.value = new Map(all.map((problem, k) => [problem, ways[k] ?? []]))
    },
    { immediate: true },
  )

  return {
    fault,
    waysOf: (problem: Problem | null): readonly Advice[] => (problem && found.value.get(problem)) ?? [],
    take: async (way: Advice) => {
      fault.value = reasons(await mechanism.replace(way.edit, way.document))
    },
  }
})
