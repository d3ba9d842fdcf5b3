/**
 * A table of keys and values in the browser (IndexedDB). Where the browser blocks it, or never answers, every call rejects:
 * whoever keeps something there goes on without it.
 */
import { createStore, del, delMany, entries, get, set, update } from 'idb-keyval'

/** How long the browser is given to open a database for the first time [ms]. */
const PATIENCE = 2000

let tried: Promise<void> | null = null

/** Asked once a page. */
const usable = (): Promise<void> =>
  (tried ??= new Promise((resolve, reject) => {
    const refuse = () => reject(new Error('The browser keeps nothing.'))
    const timer = setTimeout(refuse, PATIENCE)
    const answer = (then: () => void) => () => {
      clearTimeout(timer)
      then()
    }
    const asked = indexedDB.open('ligamen-probe')
    asked.onsuccess = answer(() => {
      asked.result.close()
      resolve()
    })
    asked.onerror = answer(refuse)
  }))

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
