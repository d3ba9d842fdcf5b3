/** Keys that work anywhere in the workspace, except while something is typed; each belongs to an action. */
import { useEventListener } from '@vueuse/core'
import type { Action } from './action'
import { keysOf } from '~/workspace/actions/keys'

const PRESSED_BY_SPACE = 'button, a, [role="combobox"], [role="treeitem"], [role="tab"]'
const IN_A_WIDGET = '[role]:not([role="application"])'
const WALKED_BY_KEYS: Readonly<Record<string, string>> = { Home: IN_A_WIDGET, End: IN_A_WIDGET }

export function useShortcuts(actions: Ref<readonly Action[]>) {
  useEventListener(window, 'keydown', (event) => {
    const target = event.target as HTMLElement
    const pressed = keysOf(event)
    if (target.closest('input, textarea, [contenteditable]') && pressed !== 'Ctrl+K') return
    // what has the focus keeps the keys that work it
    const kept = pressed === 'Space' ? PRESSED_BY_SPACE : WALKED_BY_KEYS[pressed]
    if (kept && target.closest(kept)) return
    const action = actions.value.find(({ keys, enabled }) => enabled && keys === pressed)
    if (!action) return
    event.preventDefault()
    void action.run()
  })
}
