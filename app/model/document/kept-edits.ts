/** The edits of each mechanism that can be undone, kept in IndexedDB, so that a reload loses none. */
import { compare } from 'fast-json-patch'
import type { MechanismDocument } from '@ligamen/core'
import { browserStore } from '../browser-store'
import { NO_EDITS } from './edit-history'
import type { EditHistory } from './edit-history'

/** Edits that are kept of one mechanism. */
const MOST_EDITS = 100

interface Kept {
  readonly document: MechanismDocument
  readonly history: EditHistory
}

const store = browserStore('ligamen-edits', 'edits')

/** The newest edits, as many as are kept. */
export function newestOf({ edits, done }: EditHistory): EditHistory {
  const left = Math.max(0, edits.length - MOST_EDITS)
  return { edits: edits.slice(left), done: Math.max(0, done - left) }
}

/** The edits that led to a document; none when it was changed elsewhere since. */
export const editsOf = (kept: Kept | undefined, document: MechanismDocument): EditHistory =>
  kept && compare(kept.document, document).length === 0 ? kept.history : NO_EDITS

export const keptEdits = {
  read: async (mechanism: string, document: MechanismDocument): Promise<EditHistory> =>
    editsOf(await store.get<Kept>(mechanism), document),
  write: async (mechanism: string, document: MechanismDocument, history: EditHistory): Promise<void> =>
    store.set(mechanism, { document, history: newestOf(history) }),
}
