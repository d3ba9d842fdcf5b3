/**
 * What is shown: the newest take with the document it was solved from, how the solving goes, why it stopped.
 * An edit's document, report and take appear together, so that an edit draws the screen once.
 */
import type { MechanismDocument, ModelReport, Problem, Standing, Take } from '@ligamen/core'

export const useRunStore = defineStore('run', () => {
  /** The document whose bodies the view draws. */
  const document = shallowRef<MechanismDocument | null>(null)
  const report = shallowRef<ModelReport | null>(null)
  const take = shallowRef<Take | null>(null)
  /** Where it stands by hand; null at home. */
  const standing = shallowRef<Standing | null>(null)
  const milliseconds = ref(0)
  /** Share solved of a run that takes a while, else null. */
  const progress = ref<number | null>(null)
  const problem = shallowRef<Problem | null>(null)
  /** True when the take belongs to an older document than the one on screen. */
  const stale = ref(false)
  /** When the run that is being solved began, on the page's clock [ms]. */
  const begunAt = ref(0)
  let next: { document: MechanismDocument; report: ModelReport; standing: Standing | null } | null = null

  /** A document was accepted and its run begins. */
  function begin(edited: MechanismDocument, fresh: ModelReport, stands: Standing | null) {
    next = { document: edited, report: fresh, standing: stands }
    begunAt.value = performance.now()
    problem.value = fresh.problem
    progress.value = null
    stale.value = take.value !== null
    if (fresh.problem) settleWithoutTake()
    // what is opened is shown at once, before it has moved
    else if (!document.value) showNext()
  }

  function setProgress(share: number) {
    progress.value = share
    showNext()
  }

  function finish(solved: Take, duration: number) {
    progress.value = null
    problem.value = solved.stopped
    if (solved.frames === 0) {
      settleWithoutTake()
      return
    }
    showNext()
    take.value = solved
    milliseconds.value = duration
    stale.value = false
  }

  function cancelled() {
    progress.value = null
    problem.value = {
      code: 'cancelled',
      message:
        'Solving was cancelled; the motion shown is older than the last edit. Edit again, or press Solve.',
    }
  }

  /** The new document stands still at its home pose. */
  function settleWithoutTake() {
    showNext()
    take.value = null
    stale.value = false
  }

  function showNext() {
    if (next) {
      document.value = next.document
      report.value = next.report
      standing.value = next.standing
    }
    next = null
  }

  function clear() {
    next = null
    document.value = null
    report.value = null
    standing.value = null
    take.value = null
    progress.value = null
    problem.value = null
    stale.value = false
  }

  return {
    document,
    report,
    take,
    standing,
    milliseconds,
    begunAt,
    progress,
    problem,
    stale,
    begin,
    setProgress,
    finish,
    cancelled,
    clear,
  }
})
