/**
 * A table of keys and values in the browser (IndexedDB). Where the browser blocks it, or never answers, every call rejects:
 * whoever keeps something there goes on without it.
 */
import { createStore, del, delMany, entries, get, set, update } from 'idb-keyval'

/** How long the browser is given to open a database for the first time [ms]. A busy one takes seconds; what it answers later counts, too. */
const PATIENCE = 5000

const refusal = () => new Error('The browser keeps nothing.')

let asked: Promise<void> | null = null
let state: 'waiting' | 'late' | 'answered' = 'waiting'

/** Asked once a page. */
const ask = (): Promise<void> =>
  new Promise((resolve, reject) => {
    const probe = indexedDB.open('ligamen-probe')
    probe.onsuccess = () => {
      state = 'answered'
      probe.result.close()
      resolve()
    }
    probe.onerror = () => {
      state = 'answered'
      reject(refusal())
    }
  })

function usable(): Promise<void> {
  asked ??= ask()
  if (state === 'answered') return asked
  if (state === 'late') return Promise.reject(refusal())
  return new Promise((resolve, reject) => {
    asked!.then(resolve, reject)
    setTimeout(() => {
      if (state === 'waiting') state = 'late'
      if (state === 'late') reject(refusal())
    }, PATIENCE)
  })
}

export function browserStore(database: string, table: string) {
  let store: ReturnType<typeof createStore> | null = null
  const own = async () => {
    await usable()
    return (store ??= createStore(database, table))
  }
  return {
    get: async <T>(key: string) => get<T>(key, await own()),
    set: async (key: string, value: unknown) => set(key, value, await own()),
    update: async <T>(key: string, change: (before: T | undefined) => T) =>
      update<T>(key, change, await own()),
    delete: async (key: string) => del(key, await own()),
    deleteAll: async (keys: string[]) => delMany(keys, await own()),
    entries: async () => entries<IDBValidKey, unknown>(await own()),
  }
}
