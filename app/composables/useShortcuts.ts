/** Keys that work anywhere in the workspace, except while something is typed; each belongs to an action. */
import { useEventListener } from '@vueuse/core'
import type { Action } from './useActions'
import { keysOf } from '~/services/keys'

export function useShortcuts(actions: Ref<readonly Action[]>) {
  useEventListener(window, 'keydown', (event) => {
    const target = event.target as HTMLElement
    const pressed = keysOf(event)
    if (target.closest('input, textarea, [contenteditable]') && pressed !== 'Ctrl+K') return
    // a button or a list keeps the keys that work it
    if (
      /^(Space|Enter|Home|End)$/.test(pressed) &&
      target.closest('button, a, [role]:not([role="application"])')
    )
      return
    const action = actions.value.find(({ keys, enabled }) => enabled && keys === pressed)
    if (!action) return
    event.preventDefault()
    void action.run()
  })
}
