/**
 * Saving as a state machine: every accepted edit reaches the server by itself as a patch, each save naming the revision it
 * started from and an id of its own, under which it is sent again until it is answered. What the server has not got yet is in
 * the journal, so that neither a lost connection nor a crash loses it.
 */
import { compare } from 'fast-json-patch'
import type { MechanismDocument } from '@ligamen/core'
import type { Saved } from '~~/shared/api'
import type { Answer, Refusal, Save } from './api'
import type { JournalEntry } from './journal-entry'
import { newId } from './new-id'

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
  /** Whether the browser keeps nothing, so that edits that are not saved yet end with the page. */
  readonly inMemoryOnly: boolean
}

/** What it needs of the world. */
export interface SavingPorts {
  save(mechanism: string, save: Save): Promise<Answer<Saved>>
  write(mechanism: string, entry: JournalEntry): Promise<void>
  clear(mechanism: string): Promise<void>
  /** Calls after a delay [ms]; returns how to call it off. */
  later(delay: number, work: () => void): () => void
  changed(view: SavingView): void
  /** Somebody has renamed the mechanism, and nothing else. */
  renamed(name: string): void
}

/** Edits that follow each other within this time are saved together [ms]. */
const TOGETHER = 400
/** Wait between tries while the server is gone [ms]. */
const AGAIN = 2000

export const NOTHING_OPEN: SavingView = {
  state: 'saved',
  savedAt: null,
  refusal: '',
  conflict: null,
  inMemoryOnly: false,
}

export class Saver {
  private view = NOTHING_OPEN
  private id = ''
  private revision = 0
  private waiting: MechanismDocument | null = null
  /** What the server has at that revision; null when it is not known. */
  private base: MechanismDocument | null = null
  /** The save that was not answered yet, and the document of the editor that it was made of. */
  private sent: { readonly save: Save; readonly of: MechanismDocument } | null = null
  private callOff: () => void = () => undefined
  private busy = false

  constructor(private readonly ports: SavingPorts) {}

  get hasUnsaved(): boolean {
    return this.waiting !== null
  }

  /** Begins for a mechanism as the server has it. */
  begin(mechanism: string, opened: Saved & { readonly document: MechanismDocument }): void {
    this.start(mechanism, opened.revision, opened.document)
    this.show({ state: 'saved', savedAt: opened.changedAt, conflict: null })
  }

  /** Begins for edits from some revision of a mechanism that the server does not give; nothing of it is known. */
  beginApart(mechanism: string, revision: number): void {
    this.start(mechanism, revision, null)
    this.show({ state: 'unsaved', savedAt: null, conflict: null })
  }

  private start(mechanism: string, revision: number, base: MechanismDocument | null): void {
    this.callOff()
    this.id = mechanism
    this.revision = revision
    this.base = base
    this.waiting = null
    this.sent = null
  }

  /** The browser keeps nothing; said once, since nothing can be done about it here. */
  keepsNothing(): void {
    if (!this.view.inMemoryOnly) this.show({ inMemoryOnly: true })
  }

  /** It does after all. */
  private keepsAgain(): void {
    if (this.view.inMemoryOnly) this.show({ inMemoryOnly: false })
  }

  /** What is not saved yet has gone elsewhere. */
  async letGo(): Promise<void> {
    this.callOff()
    this.waiting = null
    this.sent = null
    await this.forget()
  }

  noteEdit(document: MechanismDocument): void {
    this.waiting = document
    this.keep(document)
    if (this.view.state === 'conflict') return
    if (this.view.state !== 'unreachable') this.show({ state: 'unsaved' })
    this.schedule(TOGETHER)
  }

  async save(): Promise<void> {
    const { waiting, id } = this
    if (!waiting || this.busy || this.view.state === 'conflict') return
    this.callOff()
    const { save, of } = this.sent ?? { save: this.prepared(waiting), of: waiting }
    if (save.patches?.length === 0) {
      this.settle(save, waiting, { revision: this.revision, changedAt: this.view.savedAt ?? '' })
      return
    }
    this.busy = true
    this.sent = { save, of }
    this.keep(waiting)
    if (this.view.state !== 'unreachable') this.show({ state: 'saving' })
    const answer = await this.ports.save(id, save)
    this.busy = false
    // another mechanism was opened meanwhile
    if (id !== this.id) return
    if (answer.ok) this.settle(save, of, answer.value)
    else this.fail(answer.refusal)
  }

  private prepared(edited: MechanismDocument): Save {
    // as it will be stored: without the fields that are there and undefined, which a patch cannot say
    const document = JSON.parse(JSON.stringify(edited)) as MechanismDocument
    const patches = this.base && compare(this.base, document)
    return { save: newId(), revision: this.revision, document, patches }
  }

  /** Edits found in the journal that do not start from what the server holds. */
  resumeInConflict(mine: MechanismDocument, server: Omit<Conflict, 'base'>): void {
    this.waiting = mine
    this.sent = null
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

  private settle({ document }: Save, of: MechanismDocument, { revision, changedAt }: Saved): void {
    this.sent = null
    this.revision = revision
    this.base = document
    if (this.waiting === of) {
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
    if (status === 0 || status === 429 || status >= 500) {
      this.show({ state: 'unreachable' })
      this.schedule(AGAIN)
      return
    }
    this.sent = null
    if (status === 409) this.meet({ revision: revision!, changedAt: changedAt!, theirs: document! })
    else this.show({ state: 'refused', refusal: detail })
  }

  /** Somebody else has saved: a new name goes together with whatever was edited here, anything else is a conflict. */
  private meet(server: Omit<Conflict, 'base'>): void {
    const { base, waiting } = this
    const { name } = server.theirs
    const isRename = base !== null && compare({ ...base, name }, server.theirs).length === 0
    if (!isRename || waiting?.name !== base.name) {
      this.show({ state: 'conflict', conflict: { ...server, base } })
      return
    }
    this.revision = server.revision
    this.base = server.theirs
    this.noteEdit({ ...waiting, name })
    this.ports.renamed(name)
  }

  private schedule(delay: number): void {
    this.callOff()
    this.callOff = this.ports.later(delay, () => void this.save())
  }

  /** A journal that cannot be written does not keep anybody from saving; it is said. */
  private keep(document: MechanismDocument): void {
    const entry = { revision: this.revision, document, ...(this.sent && { save: this.sent.save.save }) }
    this.ports.write(this.id, entry).then(
      () => this.keepsAgain(),
      () => this.keepsNothing(),
    )
  }

  private async forget(): Promise<void> {
    await this.ports.clear(this.id).catch(() => undefined)
  }

  private show(change: Partial<SavingView>): void {
    this.view = { ...this.view, ...change }
    this.ports.changed(this.view)
  }
}
