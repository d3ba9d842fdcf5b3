/**
 * The crash journal: edits that the server has not got yet, kept in IndexedDB until it has. Every page writes under a key of
 * its own, so that two tabs on one mechanism do not overwrite each other; what a page left behind that is gone is found by
 * the next one that opens the mechanism.
 */
import { createStore, del, entries, set } from 'idb-keyval'
import type { MechanismDocument } from '@ligamen/core'

export interface JournalEntry {
  /** The revision the edits started from. */
  revision: number
  document: MechanismDocument
}

interface Kept extends JournalEntry {
  /** When it was written [ms]. */
  readonly at: number
}

/** How long pages that are open are given to answer [ms]. */
const PATIENCE = 250

let store: ReturnType<typeof createStore> | null = null
const journalStore = () => (store ??= createStore('ligamen-journal', 'unsaved'))
const page = Math.random().toString(36).slice(2)
const keyOf = (mechanism: string) => `${mechanism} ${page}`
const pageOf = (key: string) => key.slice(key.indexOf(' ') + 1)

/** Pages that are open answer each other; nothing else goes over this channel. */
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('ligamen-pages')
channel?.addEventListener('message', ({ data }) => {
  if (data === 'who') channel.postMessage(page)
})

/** Names of the other pages that are open. */
async function openPages(): Promise<ReadonlySet<string>> {
  const found = new Set<string>()
  const hear = ({ data }: MessageEvent) => data !== 'who' && found.add(String(data))
  channel?.addEventListener('message', hear)
  channel?.postMessage('who')
  await new Promise((resolve) => setTimeout(resolve, PATIENCE))
  channel?.removeEventListener('message', hear)
  return found
}

/** What a page that is gone has written last of a mechanism: its key and the entry; undefined for nothing. */
export function leftBehind(
  kept: readonly (readonly [string, Kept])[],
  mechanism: string,
  open: ReadonlySet<string>,
): readonly [string, Kept] | undefined {
  return kept
    .filter(([key]) => key.startsWith(`${mechanism} `) && !open.has(pageOf(key)))
    .sort((a, b) => b[1].at - a[1].at)[0]
}

/** Where there is no IndexedDB at all, each of these rejects like one that cannot be opened. */
export const journal = {
  /** What was left behind becomes that of this page. */
  async read(mechanism: string): Promise<JournalEntry | undefined> {
    const kept = await entries<string, Kept>(journalStore())
    if (!kept.some(([key]) => key.startsWith(`${mechanism} `))) return undefined
    const left = leftBehind(kept, mechanism, await openPages())
    if (!left) return undefined
    const [key, entry] = left
    await set(keyOf(mechanism), entry, journalStore())
    await del(key, journalStore())
    return entry
  },
  write: async (mechanism: string, entry: JournalEntry): Promise<void> =>
    set(keyOf(mechanism), { ...entry, at: Date.now() }, journalStore()),
  clear: async (mechanism: string): Promise<void> => del(keyOf(mechanism), journalStore()),
}
