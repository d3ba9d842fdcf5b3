/** The keys that somebody has chosen instead of the usual ones, kept in the browser. */
import { useLocalStorage } from '@vueuse/core'
import type { Action } from './action'

/** Keys by action; empty for none. */
export type KeyChoices = Readonly<Record<string, string>>

export const withChoices = (actions: readonly Action[], chosen: KeyChoices): readonly Action[] =>
  actions.map((action) => {
    const keys = chosen[action.id]
    return keys === undefined ? action : { ...action, keys: keys === '' ? undefined : keys }
  })

/** Why an action cannot have these keys; empty when it can. */
export function keysFault(actions: readonly Action[], id: string, keys: string): string {
  if (FIXED.includes(id)) return 'These keys are the same in every program and stay.'
  const clash = actions.find(
    (other) =>
      other.id !== id &&
      other.keys !== undefined &&
      (other.keys === keys || other.keys.startsWith(`${keys} `) || keys.startsWith(`${other.keys} `)),
  )
  return clash ? `${keys} belongs to “${clash.name}” (${clash.keys}). Give that other keys first.` : ''
}

/** Actions whose keys nobody looks for elsewhere. */
const FIXED: readonly string[] = ['escape', 'palette', 'undo', 'redo']

export const useKeyChoicesStore = defineStore('key-choices', () => {
  const chosen = useLocalStorage<Record<string, string>>('ligamen-keys', {})
  return {
    chosen,
    choose: (id: string, keys: string) => {
      chosen.value = { ...chosen.value, [id]: keys }
    },
    /** Back to the usual keys of one action, or of all. */
    reset: (id?: string) => {
      chosen.value = id ? Object.fromEntries(Object.entries(chosen.value).filter(([key]) => key !== id)) : {}
    },
  }
})
