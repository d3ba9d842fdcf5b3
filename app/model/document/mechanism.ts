/**
 * The document of the open mechanism. It is always one that compiles and assembles: an edit is tried in the worker
 * first and refused with its reasons when it does not hold, and then nothing has changed.
 */
import { applyPatch, compare } from 'fast-json-patch'
import type { Operation } from 'fast-json-patch'
import { bodiesOf, entriesOf, nameOfEntry } from '@ligamen/core'
import type { MechanismDocument, Problem } from '@ligamen/core'
import type { KeptTake } from '~/model/run/kept-takes'
import { SolverClient } from '~/model/run/solver-client'
import type { Answer, Asked, Questions } from '~/workers/solver/questions'
import { useHistoryStore } from './history'
import { useRunStore } from '../run/run'
import { useSavingStore } from './saving'

export const useMechanismStore = defineStore('mechanism', () => {
  const run = useRunStore()
  const history = useHistoryStore()
  const saving = useSavingStore()

  const document = shallowRef<MechanismDocument | null>(null)
  /** Why the document on screen cannot be solved; only a document that was stored so can be in this state. */
  const problems = shallowRef<readonly Problem[]>([])
  const entries = computed(() => (document.value ? entriesOf(document.value) : new Map()))
  const scenarioId = ref('')
  const scenario = computed(
    () =>
      document.value?.scenarios.find((s) => s.id === scenarioId.value) ??
      document.value?.scenarios[0] ??
      null,
  )
  /** The scenario that is shown beside it. */
  const comparedId = ref<string | null>(null)
  /** The document from before the trials of a drag, or null. */
  const untried = shallowRef<MechanismDocument | null>(null)
  let trial: ((draft: MechanismDocument) => unknown) | null = null
  let solver: SolverClient | null = null
  /** Edits are tried one after the other, each on what the one before left. */
  let queue: Promise<unknown> = Promise.resolve()

  function start() {
    solver?.close()
    solver = new SolverClient({
      progress: run.setProgress,
      part: run.addPart,
      take: run.finish,
      compared: run.setCompared,
      cancelled: run.cancelled,
      dragged: (standing) => {
        run.standing = standing
      },
    })
    queue = Promise.resolve()
  }

  /** Shows a document as the one that is stored, without history; a take that was kept of it need not be solved again. */
  async function open(opened: MechanismDocument, kept: KeptTake | null = null) {
    if (!solver || document.value) start()
    run.clear()
    history.clear()
    compareWith(null)
    if (kept) run.keep(kept)
    document.value = opened
    // the scenario that was looked at last
    const last = opened.scenarios.find(({ id }) => id === kept?.take.scenario)
    scenarioId.value = (last ?? opened.scenarios[0])?.id ?? ''
    const verdict = await solver!.open(opened, scenarioId.value, run.known())
    problems.value = verdict.ok ? [] : verdict.problems
    if (verdict.ok) run.begin(opened, verdict.report, verdict.standing, verdict.fingerprint)
    else run.document = opened
  }

  function close() {
    solver?.close()
    solver = null
    document.value = null
    run.clear()
    history.clear()
  }

  function inTurn<T>(work: () => Promise<T>): Promise<T> {
    const result = queue.then(work)
    queue = result.catch(() => undefined)
    return result
  }

  /** Tries the patches; on success the document is the patched one. */
  async function attempt(patches: Operation[], home = false): Promise<readonly Problem[]> {
    const before = document.value!
    const verdict = await solver!.propose(patches, scenarioId.value, home, run.known())
    if (!verdict.ok) return verdict.problems
    const after = applyPatch(structuredClone(before), patches).newDocument
    document.value = after
    problems.value = []
    run.begin(after, verdict.report, verdict.standing, verdict.fingerprint)
    if (patches.length > 0 && untried.value === null) saving.noteEdit(after)
    return []
  }

  /** The draft that a change makes of a document. */
  function drafted(before: MechanismDocument, change: (draft: MechanismDocument) => unknown) {
    const copy = structuredClone(before)
    const returned = change(copy) as MechanismDocument | undefined
    return returned?.format ? returned : copy
  }

  /**
   * Shows what a change would do while something is dragged: it is solved and seen, but neither stored nor undoable until
   * an edit follows it. Only the newest trial counts.
   */
  async function tryOut(change: (draft: MechanismDocument) => unknown) {
    const isIdle = trial === null
    trial = change
    while (isIdle && trial) {
      const next: typeof change = trial
      await inTurn(async () => {
        if (!document.value || trial === null) return
        untried.value ??= document.value
        const patches = compare(document.value, drafted(untried.value, next))
        if (patches.length > 0) await attempt(patches)
      })
      if (trial === next) trial = null
    }
  }

  /** Goes back to the document from before the trials. */
  async function endTrials() {
    trial = null
    const before = untried.value
    const patches = before && document.value ? compare(document.value, before) : []
    if (patches.length > 0) await attempt(patches)
    untried.value = null
  }

  /**
   * A named edit: `change` alters a copy of the document, or returns another one. With `home` the mechanism stands at
   * its home pose afterwards, else near where it stood.
   * Returns the reasons when it is refused, else an empty list.
   */
  const edit = (
    name: string,
    change: (draft: MechanismDocument) => unknown,
    { home = false } = {},
  ): Promise<readonly Problem[]> =>
    inTurn(async () => {
      const before = untried.value ?? document.value
      if (!before || !document.value) return []
      const draft = drafted(before, change)
      const forward = compare(before, draft)
      if (forward.length === 0) {
        await endTrials()
        return []
      }
      // from where the last trial stands, so that nothing jumps back on the way
      const tried = untried.value
      const step = compare(document.value, draft)
      trial = null
      untried.value = null
      const refused = step.length > 0 ? await attempt(step, home) : []
      if (step.length === 0) saving.noteEdit(document.value)
      if (refused.length > 0 && tried) {
        untried.value = tried
        await endTrials()
      }
      if (refused.length === 0) history.record({ name, forward, backward: compare(draft, before) })
      return refused
    })

  const undo = (): Promise<void> =>
    inTurn(async () => {
      await endTrials()
      if (history.undoable && (await attempt(history.undoable.backward)).length === 0) history.stepBack()
    })

  const redo = (): Promise<void> =>
    inTurn(async () => {
      await endTrials()
      if (history.redoable && (await attempt(history.redoable.forward)).length === 0) history.stepForward()
    })

  /** Shows another scenario beside this one, or none. */
  function compareWith(id: string | null) {
    comparedId.value = id
    run.setCompared(null, null)
    solver?.compare(id)
  }

  const cancelSolve = () => solver?.cancel()

  /** Asks the worker about the document as it stands after all edits made so far. */
  const ask = <K extends keyof Questions>(question: K, asked: Asked<K>): Promise<Answer<K>> =>
    inTurn(() => solver!.ask(question, asked))

  /** Solves the run again, after it was cancelled. */
  const solveAgain = () => inTurn(() => attempt([]))

  /** Shows and solves another scenario. */
  const chooseScenario = (id: string) =>
    inTurn(async () => {
      if (scenarioId.value === id) return
      if (comparedId.value === id) compareWith(null)
      scenarioId.value = id
      await attempt([])
    })

  return {
    document,
    problems,
    scenario,
    comparedId,
    compareWith,
    /** Starts the solver's worker, so that it is ready when the document has arrived. */
    prepare: start,
    open,
    close,
    edit,
    tryOut,
    endTrials: () => inTurn(endTrials),
    undo,
    redo,
    cancelSolve,
    solveAgain,
    chooseScenario,
    ask,
    /** What an entry of the document is called. */
    nameOf: (id: string): string => nameOfEntry(entries.value, id),
    /** Bodies of a group, those of the groups in it included. */
    bodiesIn: (group: string) => (document.value ? bodiesOf(document.value, [group]) : []),
    grab: (body: string, point: readonly [number, number, number], alone: boolean) =>
      inTurn(async () => solver?.grab(body, point, alone)),
    drag: (target: readonly [number, number, number]) => solver?.drag(target),
  }
})
