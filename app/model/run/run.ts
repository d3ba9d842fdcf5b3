/**
 * What is shown: the newest take with the document it was solved from, how the solving goes, why it stopped.
 * An edit's document, report and take appear together, so that an edit draws the screen once.
 */
import type { MechanismDocument, ModelReport, Problem, Standing, Take, TakePart } from '@ligamen/core'
import { Growing } from '~/model/run/growing-take'
import { KeptTakes } from '~/model/run/kept-takes'
import type { KeptTake } from '~/model/run/kept-takes'

const fits = (take: Take, { bodies, channels }: ModelReport): boolean =>
  take.bodies.join() === bodies.join() &&
  take.coordinateChannels.map(({ key }) => key).join() === channels.map(({ key }) => key).join()

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
  /** True while the take shown is only what was found so far. */
  const partial = ref(false)
  /** Another scenario that is shown beside, and why it cannot be. */
  const compared = shallowRef<Take | null>(null)
  const comparedProblem = shallowRef<Problem | null>(null)
  const kept = new KeptTakes()
  /** The newest whole take, to be stored. */
  const newest = shallowRef<KeptTake | null>(null)
  let next: { document: MechanismDocument; report: ModelReport; standing: Standing | null } | null = null
  let growing: Growing | null = null

  /** A document was accepted; its run begins, unless the take it has is at hand. */
  function begin(
    edited: MechanismDocument,
    fresh: ModelReport,
    stands: Standing | null,
    fingerprint: string,
  ) {
    next = { document: edited, report: fresh, standing: stands }
    begunAt.value = performance.now()
    problem.value = fresh.problem
    progress.value = null
    growing = null
    const known = fresh.problem ? undefined : kept.get(fingerprint)
    stale.value = take.value !== null
    if (fresh.problem) settleWithoutTake()
    else if (known) finish(known.take, known.milliseconds, fingerprint)
    // what is opened is shown at once, before it has moved
    else if (!document.value) showNext()
  }

  function setProgress(share: number) {
    progress.value = share
    showNext()
  }

  /** Frames found so far can be played. */
  function addPart(part: TakePart) {
    showNext()
    growing ??= new Growing(part)
    take.value = growing.add(part)
    partial.value = true
    stale.value = false
  }

  function finish(solved: Take, duration: number, fingerprint: string) {
    progress.value = null
    growing = null
    problem.value = solved.stopped
    if (solved.frames === 0) {
      settleWithoutTake()
      return
    }
    showNext()
    // names may have changed since
    const coordinateChannels = report.value?.channels ?? solved.coordinateChannels
    take.value = { ...solved, coordinateChannels }
    partial.value = false
    milliseconds.value = duration
    stale.value = false
    newest.value = { fingerprint, take: solved, milliseconds: duration }
    kept.put(newest.value)
  }

  function cancelled() {
    progress.value = null
    growing = null
    const found = partial.value
      ? 'Solving was cancelled; the motion found so far is shown.'
      : 'Solving was cancelled; the motion shown is older than the last edit.'
    problem.value = { code: 'cancelled', message: `${found} Edit again, or press Solve.` }
  }

  /** The new document has no motion: the last good one stays, as long as it is one of the same bodies and joints. */
  function settleWithoutTake() {
    showNext()
    if (!take.value || !report.value || !fits(take.value, report.value)) take.value = null
    partial.value = false
    stale.value = take.value !== null
  }

  function showNext() {
    if (next) {
      document.value = next.document
      report.value = next.report
      standing.value = next.standing
    }
    next = null
  }

  function setCompared(other: Take | null, why: Problem | null) {
    compared.value = other
    comparedProblem.value = why
  }

  function clear() {
    next = null
    growing = null
    kept.clear()
    newest.value = null
    document.value = null
    report.value = null
    standing.value = null
    take.value = null
    partial.value = false
    progress.value = null
    problem.value = null
    stale.value = false
    setCompared(null, null)
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
    partial,
    compared,
    comparedProblem,
    newest,
    /** What takes at hand were solved from. */
    known: () => kept.known,
    keep: (one: KeptTake) => kept.put(one),
    begin,
    setProgress,
    addPart,
    setCompared,
    finish,
    cancelled,
    clear,
  }
})
