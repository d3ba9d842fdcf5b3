/** What the journal keeps of one page, and whether something is that. */
import { compileDocument } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'

export interface JournalEntry {
  /** The revision the edits started from. */
  readonly revision: number
  readonly document: MechanismDocument
  /** The save that was on its way, by its id. */
  readonly save?: string
  readonly project?: { readonly id: string; readonly name: string }
}

export interface Kept extends JournalEntry {
  /** When it was written [ms]. */
  readonly at: number
}

/** Edits of another version of the format, or cut off, are none that can be opened. */
export function isEntry(content: unknown): content is Kept {
  const { revision, at, document } = (content ?? {}) as Partial<Record<keyof Kept, unknown>>
  return Number.isInteger(revision) && typeof at === 'number' && compileDocument(document).ok
}
