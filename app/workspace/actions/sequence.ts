/** Keys that belong to actions: one, such as “Space”, or two pressed one after the other, such as “V T”. */
import type { Action } from './action'

/** Which action the keys so far mean, and what they may still become. */
export interface Pressed {
  readonly action: Action | null
  /** The first of two keys, while the second is awaited. */
  readonly pending: string | null
}

/** @param pending the key pressed before, which begins a sequence; null for none */
export function press(actions: readonly Action[], pending: string | null, key: string): Pressed {
  const able = actions.filter(({ enabled, keys }) => enabled && keys !== undefined)
  const meant = (keys: string) => able.find((action) => action.keys === keys) ?? null
  if (pending !== null) {
    const action = meant(`${pending} ${key}`)
    if (action) return { action, pending: null }
  }
  const action = meant(key)
  if (action) return { action, pending: null }
  return { action: null, pending: able.some(({ keys }) => keys!.startsWith(`${key} `)) ? key : null }
}

/** The actions that a first key may become, with their second key. */
export const continuations = (actions: readonly Action[], pending: string): { key: string; name: string }[] =>
  actions.flatMap(({ enabled, keys, name }) =>
    enabled && keys?.startsWith(`${pending} `) ? [{ key: keys.slice(pending.length + 1), name }] : [],
  )
