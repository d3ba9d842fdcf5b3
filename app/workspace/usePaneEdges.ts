/** Says what the edges between panes are and where they stand: the panes draw them, but leave them without a name. */
import { useLayoutStore } from './layout'

/** @param isDocked whether there is a pane at the bottom */
export function usePaneEdges(root: Ref<HTMLElement | null>, isDocked: Ref<boolean>, bottom: Ref<number>) {
  const layout = useLayoutStore()

  function say(edge: Element | undefined, name: string, size: number) {
    edge?.setAttribute('aria-label', name)
    edge?.setAttribute('aria-valuenow', String(Math.round(size)))
  }

  async function sayAll() {
    // the panes make their edges after they are drawn themselves
    await nextTick()
    await nextTick()
    const edges = [...(root.value?.querySelectorAll('.splitpanes__splitter') ?? [])]
    const upright = edges.filter((edge) => edge.getAttribute('aria-orientation') === 'vertical')
    const { left, right, open } = layout.kept
    if (open.left) say(upright[0], 'Width of the left panel', left)
    if (open.right) say(upright.at(-1), 'Width of the inspector', right)
    if (isDocked.value)
      say(
        edges.find((edge) => !upright.includes(edge)),
        'Height of the dock',
        bottom.value,
      )
  }
  onMounted(sayAll)
  watch([() => ({ ...layout.kept, ...layout.kept.open }), isDocked, bottom], sayAll, { flush: 'post' })
}
