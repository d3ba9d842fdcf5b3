/** What the take that is shown says of the checks, and the probes as curves over time. */
import { bySeverity, evaluateChecks, Signal, siOr } from '@ligamen/core'
import type { CheckResult, Derivative } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useClearanceStore } from './clearance/clearance'
import { useSelectionStore } from '~/model/screen/selection'

export const useProofStore = defineStore('proof', () => {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const selection = useSelectionStore()
  const clearance = useClearanceStore()
  const probes = computed(() => mechanism.document?.probes ?? [])

  /** In the order of the document; none while there is no whole take of the scenario. */
  const results = computed<readonly CheckResult[]>(() => {
    const { take, document, report, partial } = run
    const scenario = document?.scenarios.find(({ id }) => id === take?.scenario)
    if (!take || !document || !report || !scenario || partial) return []
    const length = siOr(scenario.length, 'time')
    const { current: clearances } = clearance
    return evaluateChecks({ document, take, length, mobility: report.mobility, clearances })
  })
  const count = (state: CheckResult['state']) => results.value.filter((one) => one.state === state).length

  return {
    results,
    sorted: computed(() => [...results.value].sort(bySeverity)),
    resultOf: (id: string) => results.value.find(({ check }) => check === id),
    counts: computed(() => ({
      all: results.value.length,
      met: count('met'),
      notMet: count('not-met'),
      undecided: count('undecided'),
      muted: count('muted'),
    })),
    /** Whether they are of a motion that is older than the document. */
    isOld: computed(() => run.stale),
    /** The curve of a probe in the take that is shown. */
    signalOf: (probe: string, derivative: Derivative = 0) =>
      run.take && run.take.frames > 0 ? Signal.of(run.take, probe, derivative) : null,
    probes,
    /** The probe that is selected, else the first; undefined where there is none. */
    chosen: computed(() => {
      const { selected } = selection
      const own = probes.value.find(({ id }) => selected?.kind === 'probe' && id === selected.id)
      return own ?? probes.value[0]
    }),
    checks: computed(() => mechanism.document?.checks ?? []),
  }
})
