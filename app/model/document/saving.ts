/** Saving, as the screen sees it: see saver.ts. */
import type { MechanismDocument } from '@ligamen/core'
import { api } from './api'
import { journal } from './journal'
import { NOTHING_OPEN, Saver } from './saver'
import type { Conflict } from './saver'

export const useSavingStore = defineStore('saving', () => {
  const view = shallowRef(NOTHING_OPEN)
  const saver = new Saver({
    save: api.save,
    write: journal.write,
    clear: journal.clear,
    later(delay, work) {
      const timer = setTimeout(work, delay)
      return () => clearTimeout(timer)
    },
    changed: (now) => {
      view.value = now
    },
  })
  return {
    state: computed(() => view.value.state),
    savedAt: computed(() => view.value.savedAt),
    refusal: computed(() => view.value.refusal),
    conflict: computed(() => view.value.conflict),
    begin: (mechanism: string, opened: Parameters<Saver['begin']>[1]) => saver.begin(mechanism, opened),
    noteEdit: (document: MechanismDocument) => saver.noteEdit(document),
    save: () => saver.save(),
    resumeInConflict: (mine: MechanismDocument, server: Omit<Conflict, 'base'>) =>
      saver.resumeInConflict(mine, server),
    keepMine: () => saver.keepMine(),
    takeTheirs: () => saver.takeTheirs(),
    hasUnsaved: () => saver.hasUnsaved,
  }
})
