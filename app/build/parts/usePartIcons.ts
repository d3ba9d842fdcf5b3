/** Pictures of the part kit, drawn one after the other in breaks, so that the kit can be used before they are there. */
import { partIcon } from './part-icon'

/** @returns paths of SVGs of 48 by 48, by kind; those not drawn yet are missing */
export function usePartIcons(kinds: readonly string[]): ReadonlyMap<string, string> {
  const icons = shallowReactive(new Map<string, string>())
  let next: ReturnType<typeof setTimeout> | undefined
  const draw = () => {
    const kind = kinds[icons.size]
    if (kind === undefined) return
    icons.set(kind, partIcon(kind))
    next = setTimeout(draw)
  }
  onMounted(draw)
  onBeforeUnmount(() => clearTimeout(next))
  return icons
}
