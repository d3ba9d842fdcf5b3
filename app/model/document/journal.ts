/** The crash journal: edits that the server has not got yet, kept in IndexedDB until it has. */
import { createStore, del, get, set } from 'idb-keyval'
import type { MechanismDocument } from '@ligamen/core'

export interface JournalEntry {
  /** The revision the edits started from. */
  revision: number
  document: MechanismDocument
}

let store: ReturnType<typeof createStore> | null = null
const journalStore = () => (store ??= createStore('ligamen-journal', 'unsaved'))

/** Where there is no IndexedDB at all, each of these rejects like one that cannot be opened. */
export const journal = {
  read: async (id: string): Promise<JournalEntry | undefined> => get<JournalEntry>(id, journalStore()),
  write: async (id: string, entry: JournalEntry): Promise<void> => set(id, entry, journalStore()),
  clear: async (id: string): Promise<void> => del(id, journalStore()),
}
