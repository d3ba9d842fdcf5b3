/** What is done with the bodies, groups and joints that are selected. */
import { copyTo, dissolve, moved, removalOf } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlacing } from '~/model/pose/usePlacing'
import { useSelectionStore } from '~/model/screen/selection'
import type { Selected } from '~/model/screen/selection'
import { useVisibilityStore } from '~/model/screen/visibility'
import { useViewportStore } from '~/view/view-options'
import { action } from './action'
import type { Action, Bounds } from './action'

export function useSelectionActions(bounds: Bounds) {
  const mechanism = useMechanismStore()
  const selection = useSelectionStore()
  const visibility = useVisibilityStore()
  const viewport = useViewportStore()
  const { frames, bodies } = usePlacing()
  /** What was copied, to be pasted. */
  const clipboard = shallowRef<readonly string[]>([])

  async function paste() {
    const box = bounds(clipboard.value.flatMap((id) => mechanism.bodiesIn(id)))
    const width = box ? 1.2 * (box[3] - box[0]) : 0.04
    let made: readonly string[] = []
    const refused = await mechanism.edit(
      `Paste ${clipboard.value.map((id) => mechanism.nameOf(id)).join(', ')}`,
      (draft) => {
        const copied = copyTo(draft, frames.value, clipboard.value, [moved([width, 0, 0])])
        made = copied.ids
        return copied.document
      },
      { home: true },
    )
    if (refused.length > 0) return
    const groups = new Set(mechanism.document?.groups?.map(({ id }) => id))
    selection.selectAll(made.map((id): Selected => ({ kind: groups.has(id) ? 'group' : 'body', id })))
  }

  async function remove() {
    const ids = selection.all.map(({ id }) => id)
    const names = ids.map((id) => mechanism.nameOf(id)).join(', ')
    const refused = await mechanism.edit(`Delete ${names}`, (draft) => removalOf(draft, ids).document)
    if (refused.length === 0) selection.drop(ids)
  }

  const copying = computed<readonly Action[]>(() => {
    const some = selection.members.length > 0
    return [
      action('copy', 'Copy what is selected', 'Ctrl+C', () => (clipboard.value = selection.members), some),
      action('paste', 'Paste', 'Ctrl+V', paste, clipboard.value.length > 0),
      action('remove', 'Delete what is selected', 'Delete', remove, selection.all.length > 0),
    ]
  })

  const showing = computed<readonly Action[]>(() => {
    const some = selection.members.length > 0
    const group = selection.selected?.kind === 'group' ? selection.selected.id : null
    return [
      action('hide', 'Hide or show what is selected', 'S H', () => visibility.hide(bodies.value), some),
      action('faint', 'See through what is selected', 'S T', () => visibility.seeThrough(bodies.value), some),
      action('isolate', 'Show only what is selected', 'S O', () => visibility.isolate(bodies.value), some),
      action('show-all', 'Show everything', 'S A', visibility.showAll, visibility.anythingAway),
      action('move', 'Move by handles', 'B M', () => viewport.toggleHandles('move'), some),
      action('turn', 'Turn by handles', 'B T', () => viewport.toggleHandles('turn'), some),
      action('open-group', 'Open the group', undefined, () => visibility.openGroup(group), group !== null),
      action(
        'dissolve',
        'Dissolve the group',
        undefined,
        () => mechanism.edit(`Dissolve ${mechanism.nameOf(group!)}`, (draft) => dissolve(draft, group!)),
        group !== null,
      ),
    ]
  })

  return { copying, showing }
}
