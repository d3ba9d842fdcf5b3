/**
 * Edits, trials and undo of the open document as a state machine. The document is always one that compiles and
 * assembles: an edit is proposed to the solver first, and when it is refused nothing has changed. Edits are proposed one
 * after the other, each on what the one before left.
 */
import { applyPatch, compare } from 'fast-json-patch'
import type { Operation } from 'fast-json-patch'
import type { MechanismDocument, Problem } from '@ligamen/core'
import type { Verdict } from '~/model/run/solver-client'
import { NO_EDITS, recorded, redoable, redone, undoable, undone } from './edit-history'
import type { EditHistory } from './edit-history'

/** Alters a copy of the document, or returns another one. */
export type Change = (draft: MechanismDocument) => unknown

/** What it needs of the world. */
export interface EditorPorts {
  /** Asks the solver to take patches to the document that it has. */
  propose(patches: Operation[], home: boolean): Promise<Verdict>
  /** The solver accepted a document: it is the open one now. */
  accept(document: MechanismDocument, verdict: Extract<Verdict, { ok: true }>): void
  /** The document of a finished edit, to be stored. */
  save(document: MechanismDocument): void
  changed(history: EditHistory): void
  /** Edits or questions are under way, or all are answered. */
  busy(isBusy: boolean): void
}

export class Editor {
  private document: MechanismDocument | null = null
  /** The document from before the trials of a drag, or null. */
  private untried: MechanismDocument | null = null
  private trial: Change | null = null
  private history = NO_EDITS
  private queue: Promise<unknown> = Promise.resolve()
  /** Counts what is under way in the document that is open. */
  private turns = { underWay: 0 }

  constructor(private readonly ports: EditorPorts) {}

  /** Begins anew with a document, or with none. What was waiting for another one no longer counts. */
  open(document: MechanismDocument | null, history = NO_EDITS): void {
    this.document = document
    this.untried = null
    this.trial = null
    this.queue = Promise.resolve()
    this.turns = { underWay: 0 }
    this.ports.busy(false)
    this.remember(history)
  }

  /** Does some work after all that was asked before. */
  async inTurn<T>(work: () => Promise<T>): Promise<T> {
    const { turns } = this
    turns.underWay++
    this.ports.busy(true)
    const result = this.queue.then(work)
    this.queue = result.catch(() => undefined)
    try {
      return await result
    } finally {
      turns.underWay--
      this.ports.busy(this.turns.underWay > 0)
    }
  }

  /**
   * A named edit. With `home` the mechanism takes its home pose afterwards, else one near where it is.
   * Returns the reasons when it is refused, else an empty list.
   */
  edit(name: string, change: Change, home = false): Promise<readonly Problem[]> {
    return this.inTurn(() => this.make(name, change, home))
  }

  /**
   * An edit to a document that was made of the one that is there now. It is refused when an edit before it has changed
   * that meanwhile, which would be lost otherwise.
   */
  replace(name: string, document: MechanismDocument, home = false): Promise<readonly Problem[]> {
    const { kept } = this
    return this.inTurn(async () =>
      kept && this.kept && kept !== this.kept && compare(kept, this.kept).length > 0
        ? [CHANGED_MEANWHILE]
        : this.make(name, () => structuredClone(document), home),
    )
  }

  /**
   * Shows what a change would do while something is dragged: it is solved and seen, but neither stored nor undoable until
   * an edit follows it. Only the newest trial counts.
   */
  async tryOut(change: Change): Promise<void> {
    const isIdle = this.trial === null
    this.trial = change
    while (isIdle && this.trial) {
      const next: Change = this.trial
      await this.inTurn(async () => {
        if (!this.document || this.trial === null) return
        this.untried ??= this.document
        const patches = compare(this.document, drafted(this.untried, next))
        if (patches.length > 0) await this.attempt(patches)
      })
      if (this.trial === next) this.trial = null
    }
  }

  /** Goes back to the document from before the trials. */
  endTrials(): Promise<void> {
    return this.inTurn(() => this.leaveTrials())
  }

  undo(): Promise<void> {
    return this.inTurn(async () => {
      await this.leaveTrials()
      const edit = undoable(this.history)
      if (edit && (await this.attempt(edit.backward)).length === 0) this.remember(undone(this.history))
    })
  }

  redo(): Promise<void> {
    return this.inTurn(async () => {
      await this.leaveTrials()
      const edit = redoable(this.history)
      if (edit && (await this.attempt(edit.forward)).length === 0) this.remember(redone(this.history))
    })
  }

  /** Takes a name that somebody else has given it; that is no edit of this page. */
  takeName(name: string): Promise<unknown> {
    return this.inTurn(async () => {
      await this.leaveTrials()
      if (this.document) await this.attempt([{ op: 'replace', path: '/name', value: name }])
    })
  }

  /** Solves the document anew, after a run was cancelled or another scenario was chosen. */
  solveAgain(): Promise<readonly Problem[]> {
    return this.inTurn(() => this.attempt([]))
  }

  /** The document without trials. */
  private get kept(): MechanismDocument | null {
    return this.untried ?? this.document
  }

  private async make(name: string, change: Change, home: boolean): Promise<readonly Problem[]> {
    const before = this.kept
    if (!before || !this.document) return []
    const draft = drafted(before, change)
    const forward = compare(before, draft)
    if (forward.length === 0) {
      await this.leaveTrials()
      return []
    }
    const refused = await this.settle(draft, home)
    if (refused.length === 0) {
      this.remember(recorded(this.history, { name, forward, backward: compare(draft, before) }))
    }
    return refused
  }

  /** Makes a draft count, going on from where the last trial is, so that nothing jumps back on the way. */
  private async settle(draft: MechanismDocument, home: boolean): Promise<readonly Problem[]> {
    const tried = this.untried
    const step = compare(this.document!, draft)
    this.trial = null
    this.untried = null
    if (step.length === 0) {
      this.ports.save(this.document!)
      return []
    }
    const refused = await this.attempt(step, home)
    if (refused.length > 0 && tried) {
      this.untried = tried
      await this.leaveTrials()
    }
    return refused
  }

  private async leaveTrials(): Promise<void> {
    this.trial = null
    const before = this.untried
    const patches = before && this.document ? compare(this.document, before) : []
    if (patches.length > 0) await this.attempt(patches)
    this.untried = null
  }

  /** Proposes the patches; when they are accepted the document is the patched one. */
  private async attempt(patches: Operation[], home = false): Promise<readonly Problem[]> {
    const before = this.document!
    const verdict = await this.ports.propose(patches, home)
    if (!verdict.ok) return verdict.problems
    const after = applyPatch(structuredClone(before), patches).newDocument
    this.document = after
    this.ports.accept(after, verdict)
    if (patches.length > 0 && this.untried === null) this.ports.save(after)
    return []
  }

  private remember(history: EditHistory): void {
    this.history = history
    this.ports.changed(history)
  }
}

const CHANGED_MEANWHILE: Problem = {
  code: 'changed-meanwhile',
  message: 'Another edit has changed the mechanism meanwhile, so this was not done. Do it once more.',
}

/** The draft that a change makes of a document. */
function drafted(before: MechanismDocument, change: Change): MechanismDocument {
  const copy = structuredClone(before)
  const returned = change(copy) as MechanismDocument | undefined
  return returned?.format ? returned : copy
}
