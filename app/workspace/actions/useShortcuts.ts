/** Keys that work anywhere in the workspace, except while something is typed; each belongs to an action. */
import { useEventListener, useTimeoutFn } from '@vueuse/core'
import { isForMenu } from '~/fields/menus'
import type { Action } from './action'
import { keysOf } from './keys'
import { press } from './sequence'
import { usePanelsStore } from '~/model/screen/panels'

const TYPED_IN = 'input:not([type="range"], [type="checkbox"], [type="radio"]), textarea, [contenteditable]'
const PRESSED_BY_SPACE = 'button, a, [role="combobox"], [role="treeitem"], [role="tab"], [type="checkbox"]'
const IN_A_WIDGET = '[role]:not([role="application"])'
const WALKED_BY_KEYS: Readonly<Record<string, string>> = { Home: IN_A_WIDGET, End: IN_A_WIDGET }
const OF_THE_EDITS: readonly string[] = ['Ctrl+Z', 'Ctrl+Shift+Z']
/** A first key is forgotten after this [ms]. */
const PATIENCE = 2500

/** Returns the first key of a sequence while the second one is awaited. */
export function useShortcuts(actions: Ref<readonly Action[]>): Readonly<Ref<string | null>> {
  const panels = usePanelsStore()
  const pending = ref<string | null>(null)
  const forget = useTimeoutFn(() => (pending.value = null), PATIENCE, { immediate: false })
  const isBeingTyped = useTyping()

  /** What has the focus, or is open, keeps the keys that work it. */
  function isKept(target: HTMLElement, pressed: string): boolean {
    if (pressed === 'Ctrl+K') return false
    if (panels.palette || panels.keys) return pressed !== 'Escape'
    if (pressed === 'Escape' && isForMenu()) return true
    if (target.closest(TYPED_IN)) return !OF_THE_EDITS.includes(pressed) || isBeingTyped(target)
    const kept = pressed === 'Space' ? PRESSED_BY_SPACE : WALKED_BY_KEYS[pressed]
    return kept !== undefined && target.closest(kept) !== null
  }

  useEventListener(window, 'keydown', (event) => {
    if (MODIFIERS.includes(event.key)) return
    const pressed = keysOf(event)
    if (isKept(event.target as HTMLElement, pressed)) {
      pending.value = null
      return
    }
    if (pressed === 'Escape' && pending.value !== null) {
      pending.value = null
      return
    }
    const found = press(actions.value, pending.value, pressed)
    pending.value = found.pending
    if (found.pending !== null) forget.start()
    if (found.pending === null && !found.action) return
    event.preventDefault()
    void found.action?.run()
  })
  return pending
}

const MODIFIERS: readonly string[] = ['Control', 'Shift', 'Alt', 'Meta']

/** Whether something was typed into a field since it was entered or its value was taken: then undo is that of the field. */
function useTyping(): (field: HTMLElement) => boolean {
  const typed = new WeakSet<EventTarget>()
  const settle = ({ target }: Event) => target && typed.delete(target)
  useEventListener(window, 'input', ({ target }) => target && typed.add(target), { capture: true })
  useEventListener(window, ['focusin', 'change'], settle, { capture: true })
  useEventListener(window, 'keydown', (event) => event.key === 'Enter' && settle(event), { capture: true })
  return (field) => typed.has(field)
}
