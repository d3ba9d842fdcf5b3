/**
 * Saving: every accepted edit reaches the server by itself, each save naming the revision it started from. What the
 * server has not got yet stands in the journal, so that neither a lost connection nor a crash loses it.
 */
import type { MechanismDocument } from '@ligamen/core'
import { api } from '~/model/document/api'
import { journal } from '~/model/document/journal'

export type SavingState = 'saved' | 'saving' | 'unsaved' | 'unreachable' | 'conflict' | 'refused'

/** What the server holds when somebody else has saved meanwhile. */
export interface Conflict {
  revision: number
  changedAt: string
  theirs: MechanismDocument
  /** The document both versions started from, when it is known. */
  base: MechanismDocument | null
}

/** Edits that follow each other within this time are saved together [ms]. */
const TOGETHER = 400
/** Wait between tries while the server is gone [ms]. */
const AGAIN = 2000

export const useSavingStore = defineStore('saving', () => {
  const state = ref<SavingState>('saved')
  const savedAt = ref<string | null>(null)
  /** Why the server refused the last save. */
  const refusal = ref('')
  const conflict = shallowRef<Conflict | null>(null)
  let id = ''
  let revision = 0
  let waiting: MechanismDocument | null = null
  let base: MechanismDocument | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let busy = false

  /** Begins for a mechanism as it stands on the server. */
  function begin(
    mechanism: string,
    opened: { revision: number; changedAt: string; document: MechanismDocument },
  ) {
    clearTimeout(timer)
    id = mechanism
    revision = opened.revision
    base = opened.document
    waiting = null
    conflict.value = null
    savedAt.value = opened.changedAt
    state.value = 'saved'
  }

  function noteEdit(document: MechanismDocument) {
    waiting = document
    void journal.write(id, { revision, document }).catch(() => undefined)
    if (state.value === 'conflict') return
    if (state.value !== 'unreachable') state.value = 'unsaved'
    schedule(TOGETHER)
  }

  function schedule(delay: number) {
    clearTimeout(timer)
    timer = setTimeout(() => void save(), delay)
  }

  async function save(): Promise<void> {
    if (!waiting || busy || state.value === 'conflict') return
    busy = true
    clearTimeout(timer)
    const document = waiting
    const mechanism = id
    if (state.value !== 'unreachable') state.value = 'saving'
    const answer = await api.save(mechanism, revision, document)
    busy = false
    if (mechanism !== id) return
    if (answer.ok) {
      revision = answer.value.revision
      savedAt.value = answer.value.changedAt
      base = document
      await settled(document)
      return
    }
    const { status, detail } = answer.refusal
    if (status === 0 || status >= 500) {
      state.value = 'unreachable'
      schedule(AGAIN)
    } else if (status === 409) meet(answer.refusal)
    else {
      state.value = 'refused'
      refusal.value = detail
    }
  }

  async function settled(document: MechanismDocument) {
    if (waiting !== document) {
      state.value = 'unsaved'
      await journal.write(id, { revision, document: waiting! }).catch(() => undefined)
      schedule(TOGETHER)
      return
    }
    waiting = null
    state.value = 'saved'
    await journal.clear(id).catch(() => undefined)
  }

  function meet(answer: { revision?: number; changedAt?: string; document?: MechanismDocument }) {
    state.value = 'conflict'
    conflict.value = {
      revision: answer.revision!,
      changedAt: answer.changedAt!,
      theirs: answer.document!,
      base,
    }
  }

  /** Edits found in the journal that do not start from what the server holds. */
  function resumeInConflict(mine: MechanismDocument, server: Omit<Conflict, 'base'>) {
    waiting = mine
    base = null
    meet({ revision: server.revision, changedAt: server.changedAt, document: server.theirs })
  }

  /** Settles a conflict by saving ours over theirs. */
  async function keepMine() {
    if (!conflict.value) return
    revision = conflict.value.revision
    base = conflict.value.theirs
    conflict.value = null
    state.value = 'unsaved'
    await save()
  }

  /** Settles a conflict by letting ours go; returns what to show. */
  async function takeTheirs(): Promise<MechanismDocument | null> {
    const met = conflict.value
    if (!met) return null
    begin(id, { revision: met.revision, changedAt: met.changedAt, document: met.theirs })
    await journal.clear(id).catch(() => undefined)
    return met.theirs
  }

  const hasUnsaved = () => waiting !== null

  return {
    state,
    savedAt,
    refusal,
    conflict,
    begin,
    noteEdit,
    save,
    resumeInConflict,
    keepMine,
    takeTheirs,
    hasUnsaved,
  }
})
