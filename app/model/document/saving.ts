/** Saving, as the screen sees it: see saver.ts. */
import type { MechanismDocument } from '@ligamen/core'
import type { OpenedMechanism } from '~~/shared/api'
import { later } from '../later'
import { api } from './api'
import { journal } from './journal'
import { NOTHING_OPEN, Saver } from './saver'
import type { Conflict } from './saver'

export const useSavingStore = defineStore('saving', () => {
  const view = shallowRef(NOTHING_OPEN)
  let project = { id: '', name: '' }
  let rename: (name: string) => unknown = () => undefined
  const saver = new Saver({
    save: api.save,
    write: (mechanism, entry) => journal.write(mechanism, { ...entry, project }),
    clear: journal.clear,
    later,
    changed: (now) => {
      view.value = now
    },
    renamed: (name) => void rename(name),
  })
  return {
    state: computed(() => view.value.state),
    savedAt: computed(() => view.value.savedAt),
    refusal: computed(() => view.value.refusal),
    conflict: computed(() => view.value.conflict),
    inMemoryOnly: computed(() => view.value.inMemoryOnly),
    /** Begins for a mechanism as it is on the server. */
    begin(opened: OpenedMechanism) {
      project = { ...opened.project }
      saver.begin(opened.id, opened)
    },
    /** Begins for edits of a mechanism that the server does not give. */
    beginApart(mechanism: string, revision: number, its: { id: string; name: string }) {
      project = { ...its }
      saver.beginApart(mechanism, revision)
    },
    /** What is done when somebody else has renamed the mechanism. */
    whenRenamed(work: (name: string) => unknown) {
      rename = work
    },
    noteEdit: (document: MechanismDocument) => saver.noteEdit(document),
    keepsNothing: () => saver.keepsNothing(),
    save: () => saver.save(),
    resumeInConflict: (mine: MechanismDocument, server: Omit<Conflict, 'base'>) =>
      saver.resumeInConflict(mine, server),
    keepMine: () => saver.keepMine(),
    takeTheirs: () => saver.takeTheirs(),
    letGo: () => saver.letGo(),
    hasUnsaved: () => saver.hasUnsaved,
  }
})
