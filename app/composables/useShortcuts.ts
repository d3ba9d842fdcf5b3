/** Keys that work anywhere in the workspace, except while something is typed. */
import { useEventListener } from '@vueuse/core'
import { useMechanismStore } from '~/stores/mechanism'
import { usePlaybackStore } from '~/stores/playback'

export function useShortcuts() {
  const mechanism = useMechanismStore()
  const playback = usePlaybackStore()

  useEventListener(window, 'keydown', (event) => {
    const target = event.target as HTMLElement
    if (target.closest('input, textarea, [contenteditable]')) return
    const command = event.ctrlKey || event.metaKey
    const key = event.key.toLowerCase()
    if (command && key === 'z') {
      event.preventDefault()
      void (event.shiftKey ? mechanism.redo() : mechanism.undo())
    } else if (command && key === 'y') {
      event.preventDefault()
      void mechanism.redo()
    } else if (key === ' ' && !target.closest('button, a, [role="combobox"]')) {
      event.preventDefault()
      playback.toggle()
    }
  })
}
