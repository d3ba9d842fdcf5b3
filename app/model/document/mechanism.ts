/** The open mechanism: its document, edits of it, and the solver that they and every question go to. */
import { bodiesOf, entriesOf, nameOfEntry } from '@ligamen/core'
import type { MechanismDocument, Problem } from '@ligamen/core'
import type { KeptTake } from '~/model/run/kept-takes'
import { SolverClient } from '~/model/run/solver-client'
import type { Verdict } from '~/model/run/solver-client'
import type { Answer, Asked, Questions } from '~/workers/solver/questions'
import { NO_EDITS, redoable, undoable } from './edit-history'
import type { EditHistory } from './edit-history'
import { Editor } from './editor'
import type { Change } from './editor'
import { useMeasuredMeshes } from '../meshes/measured-meshes'
import { useRunStore } from '../run/run'
import { useSavingStore } from './saving'

type Point = readonly [number, number, number]

export const useMechanismStore = defineStore('mechanism', () => {
  const run = useRunStore()
  const saving = useSavingStore()
  const document = shallowRef<MechanismDocument | null>(null)
  /** Why the document on screen cannot be solved; only a document that was stored so can be in this state. */
  const problems = shallowRef<readonly Problem[]>([])
  const scenarioId = ref('')
  /** The scenario that is shown beside the shown one. */
  const comparedId = ref<string | null>(null)
  const history = shallowRef(NO_EDITS)
  /** True while edits or questions are under way. */
  const working = ref(false)
  let solver: SolverClient | null = null

  const show = (shown: MechanismDocument, verdict: Verdict) => {
    document.value = shown
    problems.value = verdict.ok ? [] : verdict.problems
    if (verdict.ok) run.begin(shown, verdict.report, verdict.standing, verdict.fingerprint)
    else run.document = shown
  }
  const editor = new Editor({
    propose: (patches, home) => solver!.propose(patches, scenarioId.value, home, run.known()),
    accept: show,
    save: saving.noteEdit,
    changed: (now) => void (history.value = now),
    busy: (now) => void (working.value = now),
  })
  saving.whenRenamed((name) => editor.takeName(name))
  useSolverSettings(document, run, () => solver)
  const start = () => {
    solver?.close()
    solver = solverOf(run)
  }

  /** Shows a document as the one that is stored; a take that was kept of it need not be solved again. */
  async function open(opened: MechanismDocument, kept: KeptTake | null = null, edits = NO_EDITS) {
    if (!solver || document.value) start()
    run.clear()
    editor.open(opened, edits)
    compareWith(null)
    if (kept) run.keep(kept)
    document.value = opened
    scenarioId.value = scenarioIn(opened, kept?.take.scenario)?.id ?? ''
    show(opened, await solver!.open(opened, scenarioId.value, run.known()))
  }

  function close() {
    solver?.close()
    solver = null
    document.value = null
    run.clear()
    editor.open(null)
  }

  /** Shows another scenario beside this one, or none. */
  function compareWith(id: string | null) {
    comparedId.value = id
    run.setCompared(null, null)
    solver?.compare(id)
  }

  /** Shows and solves another scenario. */
  async function chooseScenario(id: string) {
    if (scenarioId.value === id) return
    if (comparedId.value === id) compareWith(null)
    scenarioId.value = id
    await editor.solveAgain()
  }

  return {
    document,
    problems,
    scenario: computed(() => scenarioIn(document.value, scenarioId.value)),
    comparedId,
    history,
    working,
    ...useSteps(history, editor),
    /** Starts the solver's worker, so that it is ready when the document has arrived. */
    prepare: start,
    open,
    close,
    ...useEdits(editor, run.showAccepted),
    cancelSolve: () => solver?.cancel(),
    compareWith,
    chooseScenario,
    /** Asks the worker about the document as it is after all edits made so far. */
    ask: <K extends keyof Questions>(question: K, asked: Asked<K>): Promise<Answer<K>> =>
      editor.inTurn(() => solver!.ask(question, asked)),
    grab: (body: string, point: Point, alone: boolean) =>
      editor.inTurn(async () => solver?.grab(body, point, alone)),
    drag: (target: Point) => solver?.drag(target),
    ...useNames(document),
  }
})

/** A scenario of a document, else its first. */
const scenarioIn = (document: MechanismDocument | null, wanted: string | undefined) =>
  document?.scenarios.find(({ id }) => id === wanted) ?? document?.scenarios[0] ?? null

/** A solver whose answers are shown. */
function solverOf(run: ReturnType<typeof useRunStore>): SolverClient {
  const solver = new SolverClient({
    progress: run.setProgress,
    part: run.addPart,
    take: run.finish,
    unsolved: run.unsolved,
    compared: run.setCompared,
    cancelled: run.cancelled,
    dragged: run.stand,
  })
  solver.setLive(run.live)
  return solver
}

/** What the solver is told besides the document, whenever it changes. */
function useSolverSettings(
  document: Ref<MechanismDocument | null>,
  run: ReturnType<typeof useRunStore>,
  solver: () => SolverClient | null,
) {
  useMeasuredMeshes(document, solver)
  watch(
    () => run.live,
    (isLive) => solver()?.setLive(isLive),
  )
}

/** See Editor. */
const useEdits = (editor: Editor, showAccepted: () => void) => ({
  /** With `home`, the change is made of where the bodies are when its turn comes, and leaves them at home. */
  edit: (name: string, change: Change, { home = false } = {}) =>
    editor.edit(name, home ? (draft) => (showAccepted(), change(draft)) : change, home),
  replace: (name: string, document: MechanismDocument, { home = false } = {}) =>
    editor.replace(name, document, home),
  tryOut: (change: Change) => editor.tryOut(change),
  endTrials: () => editor.endTrials(),
  /** Resolves when every edit made so far is in the document and shown, or was refused. */
  settled: () => editor.inTurn(async () => showAccepted()),
  solveAgain: () => editor.solveAgain(),
})

/** Undo and redo, and what they would do. */
const useSteps = (history: Ref<EditHistory>, editor: Editor) => ({
  undo: () => editor.undo(),
  redo: () => editor.redo(),
  undoable: computed(() => undoable(history.value)),
  redoable: computed(() => redoable(history.value)),
})

function useNames(document: Ref<MechanismDocument | null>) {
  const entries = computed(() => (document.value ? entriesOf(document.value) : new Map()))
  return {
    /** What an entry of the document is called. */
    nameOf: (id: string): string => nameOfEntry(entries.value, id),
    /** Bodies of a group, those of the groups in it included. */
    bodiesIn: (group: string) => (document.value ? bodiesOf(document.value, [group]) : []),
  }
}
