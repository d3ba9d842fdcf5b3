/**
 * Saving as a state machine: every accepted edit reaches the server by itself, each save naming the revision it started
 * from. What the server has not got yet is in the journal, so that neither a lost connection nor a crash loses it.
 */
import type { MechanismDocument } from '@ligamen/core'
import type { Saved } from '~~/shared/api'
import type { Answer, Refusal } from './api'
import type { JournalEntry } from './journal'

export type SavingState = 'saved' | 'saving' | 'unsaved' | 'unreachable' | 'conflict' | 'refused'

/** What the server holds when somebody else has saved meanwhile. */
export interface Conflict {
  readonly revision: number
  readonly changedAt: string
  readonly theirs: MechanismDocument
  /** The document both versions started from, when it is known. */
  readonly base: MechanismDocument | null
}

/** What a screen shows of it. */
export interface SavingView {
  readonly state: SavingState
  /** When the server saved last, ISO 8601. */
  readonly savedAt: string | null
  /** Why the server refused the last save. */
  readonly refusal: string
  readonly conflict: Conflict | null
}

/** What it needs of the world. */
export interface SavingPorts {
  save(mechanism: string, revision: number, document: MechanismDocument): Promise<Answer<Saved>>
  write(mechanism: string, entry: JournalEntry): Promise<void>
  clear(mechanism: string): Promise<void>
  /** Calls after a delay [ms]; returns how to call it off. */
  later(delay: number, work: () => void): () => void
  changed(view: SavingView): void
}

/** Edits that follow each other within this time are saved together [ms]. */
const TOGETHER = 400
/** Wait between tries while the server is gone [ms]. */
const AGAIN = 2000

export const NOTHING_OPEN: SavingView = { state: 'saved', savedAt: null, refusal: '', conflict: null }

export class Saver {
  private view = NOTHING_OPEN
  private id = ''
  private revision = 0
  private waiting: MechanismDocument | null = null
  private base: MechanismDocument | null = null
  private callOff: () => void = () => undefined
  private busy = false

  constructor(private readonly ports: SavingPorts) {}

  get hasUnsaved(): boolean {
    return this.waiting !== null
  }

  /** Begins for a mechanism as the server has it. */
  begin(mechanism: string, opened: Saved & { readonly document: MechanismDocument }): void {
    this.callOff()
    this.id = mechanism
    this.revision = opened.revision
    this.base = opened.document
    this.waiting = null
    this.show({ state: 'saved', savedAt: opened.changedAt, conflict: null })
  }

  noteEdit(document: MechanismDocument): void {
    this.waiting = document
    this.keep(document)
    if (this.view.state === 'conflict') return
    if (this.view.state !== 'unreachable') this.show({ state: 'unsaved' })
    this.schedule(TOGETHER)
  }

  async save(): Promise<void> {
    const { waiting: document, id } = this
    if (!document || this.busy || this.view.state === 'conflict') return
    this.busy = true
    this.callOff()
    if (this.view.state !== 'unreachable') this.show({ state: 'saving' })
    const answer = await this.ports.save(id, this.revision, document)
    this.busy = false
    // another mechanism was opened meanwhile
    if (id !== this.id) return
    if (answer.ok) this.settle(document, answer.value)
    else this.fail(answer.refusal)
  }

  /** Edits found in the journal that do not start from what the server holds. */
  resumeInConflict(mine: MechanismDocument, server: Omit<Conflict, 'base'>): void {
    this.waiting = mine
    this.base = null
    this.show({ state: 'conflict', conflict: { ...server, base: null } })
  }

  /** Settles a conflict by saving ours over theirs. */
  async keepMine(): Promise<void> {
    const { conflict } = this.view
    if (!conflict) return
    this.revision = conflict.revision
    this.base = conflict.theirs
    this.show({ state: 'unsaved', conflict: null })
    await this.save()
  }

  /** Settles a conflict by letting ours go; returns what to show. */
  async takeTheirs(): Promise<MechanismDocument | null> {
    const { conflict } = this.view
    if (!conflict) return null
    const { revision, changedAt, theirs } = conflict
    this.begin(this.id, { revision, changedAt, document: theirs })
    await this.forget()
    return theirs
  }

  private settle(document: MechanismDocument, { revision, changedAt }: Saved): void {
    this.revision = revision
    this.base = document
    if (this.waiting === document) {
      this.waiting = null
      this.show({ state: 'saved', savedAt: changedAt })
      void this.forget()
      return
    }
    // edited on while it was saved
    this.show({ state: 'unsaved', savedAt: changedAt })
    this.keep(this.waiting!)
    this.schedule(TOGETHER)
  }

  private fail({ status, detail, revision, changedAt, document }: Refusal): void {
    if (status === 0 || status >= 500) {
      this.show({ state: 'unreachable' })
      this.schedule(AGAIN)
    } else if (status === 409) {
      const theirs = { revision: revision!, changedAt: changedAt!, theirs: document! }
      this.show({ state: 'conflict', conflict: { ...theirs, base: this.base } })
    } else this.show({ state: 'refused', refusal: detail })
  }

  private schedule(delay: number): void {
    this.callOff()
    this.callOff = this.ports.later(delay, () => void this.save())
  }

  /** A journal that cannot be written does not keep anybody from saving. */
  private keep(document: MechanismDocument): void {
    this.ports.write(this.id, { revision: this.revision, document }).catch(() => undefined)
  }

  private async forget(): Promise<void> {
    await this.ports.clear(this.id).catch(() => undefined)
  }

  private show(change: Partial<SavingView>): void {
    this.view = { ...this.view, ...change }
    this.ports.changed(this.view)
  }
}
