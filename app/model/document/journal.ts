/**
 * The crash journal: edits that the server has not got yet, kept in IndexedDB until it has. Every page writes under a key of
 * its own, so that two tabs on one mechanism do not overwrite each other; what a page left behind that is gone is found by
 * the next one that opens the mechanism, and by the start page.
 */
import type { MechanismDocument } from '@ligamen/core'
import { browserStore } from '../browser-store'
import { isEntry } from './journal-entry'
import type { JournalEntry, Kept } from './journal-entry'

/** Edits that a page left behind that is gone. */
export interface LeftBehind {
  readonly mechanism: string
  /** Under which they are kept. */
  readonly key: string
  /** Null when what is kept cannot be read, or is of another version. */
  readonly entry: Kept | null
  /** What is kept, whatever it is. */
  readonly content: unknown
}

/** How long pages that are open are given to answer [ms]. */
const ANSWER = 250

const store = browserStore('ligamen-journal', 'unsaved')
const page = Math.random().toString(36).slice(2)
const keyOf = (mechanism: string) => `${mechanism} ${page}`
const mechanismOf = (key: string) => key.slice(0, Math.max(0, key.indexOf(' ')))
const pageOf = (key: string) => key.slice(key.indexOf(' ') + 1)

/** Pages that are open answer each other; nothing else goes over this channel. */
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('ligamen-pages')
channel?.addEventListener('message', ({ data }) => {
  if (data === 'who') channel.postMessage(page)
})

/** Names of the pages that are open, this one included. */
async function openPages(): Promise<ReadonlySet<string>> {
  const found = new Set([page])
  const hear = ({ data }: MessageEvent) => data !== 'who' && found.add(String(data))
  channel?.addEventListener('message', hear)
  channel?.postMessage('who')
  await new Promise((resolve) => setTimeout(resolve, ANSWER))
  channel?.removeEventListener('message', hear)
  return found
}

/** What pages that are gone have left, the newest first, what cannot be read last. */
export function leftBehind(
  kept: readonly (readonly [unknown, unknown])[],
  open: ReadonlySet<string>,
): LeftBehind[] {
  return kept
    .flatMap(([key, content]): LeftBehind[] =>
      typeof key !== 'string' || open.has(pageOf(key))
        ? []
        : [{ mechanism: mechanismOf(key), key, entry: isEntry(content) ? content : null, content }],
    )
    .sort((a, b) => (b.entry?.at ?? 0) - (a.entry?.at ?? 0))
}

async function left(): Promise<LeftBehind[]> {
  const kept = await store.entries()
  return kept.length === 0 ? [] : leftBehind(kept, await openPages())
}

export const journal = {
  left,

  /** The newest of what was left behind of a mechanism; it becomes that of this page when it can be read. */
  async read(mechanism: string): Promise<LeftBehind | undefined> {
    const found = (await left()).find((one) => one.mechanism === mechanism)
    if (!found?.entry) return found
    await store.set(keyOf(mechanism), found.entry)
    await store.delete(found.key)
    return { ...found, key: keyOf(mechanism) }
  },

  write: async (mechanism: string, entry: JournalEntry): Promise<void> =>
    store.set(keyOf(mechanism), { ...entry, at: Date.now() } satisfies Kept),

  clear: async (mechanism: string): Promise<void> => store.delete(keyOf(mechanism)),

  /** Lets go of what was left behind. */
  discard: async ({ key }: LeftBehind): Promise<void> => store.delete(key),
}

/** Name and content of the file in which edits that were left behind are handed over. */
export function journalFile({ mechanism, entry, content }: LeftBehind): { name: string; text: string } {
  const document: unknown =
    entry?.document ?? (content as { document?: MechanismDocument } | null)?.document ?? content
  const named = (document as { name?: unknown } | null)?.name
  const stem = typeof named === 'string' && named !== '' ? named : mechanism
  return {
    name: `${stem.replace(/[^\p{L}\p{N} _.-]/gu, '_')}.json`,
    text: JSON.stringify(document, null, 2) ?? '',
  }
}
