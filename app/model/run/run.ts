/** What is shown: the newest take with the document it was solved from, how the solving goes, why it stopped. */
import { useLocalStorage } from '@vueuse/core'
import type { MechanismDocument, ModelReport, Problem, Standing, Take } from '@ligamen/core'
import { KeptTakes } from '~/model/run/kept-takes'
import type { KeptTake } from '~/model/run/kept-takes'
import { nothingShown, ShownRun } from './shown-run'

export const useRunStore = defineStore('run', () => {
  const shown = shallowReactive(nothingShown())
  const kept = new KeptTakes()
  const run = new ShownRun(shown, kept)
  /** Whether a run is watched while it is solved: kept in this browser. */
  const live = useLocalStorage('ligamen-live', true)
  /** When the run that is being solved began, on the page's clock [ms]. */
  const begunAt = ref(0)
  /** Another scenario that is shown beside, and why it cannot be. */
  const compared = shallowRef<Take | null>(null)
  const comparedProblem = shallowRef<Problem | null>(null)

  function begin(
    document: MechanismDocument,
    report: ModelReport,
    standing: Standing | null,
    fingerprint: string,
  ) {
    begunAt.value = performance.now()
    run.begin({ document, report, standing }, fingerprint)
  }

  function setCompared(other: Take | null, why: Problem | null) {
    compared.value = other
    comparedProblem.value = why
  }

  function clear() {
    run.clear()
    setCompared(null, null)
  }

  return {
    ...toRefs(shown),
    begunAt,
    live,
    /** True as long as the motion that is shown is not yet that of the newest edit, and is going to be. */
    pending: computed(() => shown.progress !== null || (live.value && shown.stale && shown.problem === null)),
    compared,
    comparedProblem,
    /** What takes at hand were solved from. */
    known: () => kept.known,
    keep: (one: KeptTake) => kept.put(one),
    begin,
    setProgress: run.advance.bind(run),
    addPart: run.addPart.bind(run),
    setCompared,
    stand: run.stand.bind(run),
    showAccepted: run.showAccepted.bind(run),
    finish: run.finish.bind(run),
    cancelled: run.cancel.bind(run),
    unsolved: run.fail.bind(run),
    clear,
  }
})
