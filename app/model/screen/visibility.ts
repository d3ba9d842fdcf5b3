/**
 * What is seen of the mechanism: hidden and see-through bodies, those that are shown alone, the group that is opened. It belongs
 * to the person at the screen, not to the document, and is kept in the browser for each mechanism.
 */
import { useLocalStorage } from '@vueuse/core'
import { bodiesOf } from '@ligamen/core'
import { useMechanismStore } from '../document/mechanism'

interface Kept {
  hidden: string[]
  faint: string[]
  /** Only these are shown; null for all. */
  alone: string[] | null
  /** Group whose inside is shown alone. */
  open: string | null
}

const NOTHING: Kept = { hidden: [], faint: [], alone: null, open: null }

export const useVisibilityStore = defineStore('visibility', () => {
  const mechanism = useMechanismStore()
  const id = ref('')
  const all = useLocalStorage<Record<string, Kept>>('ligamen-visibility', {})
  const kept = computed<Kept>(() => all.value[id.value] ?? NOTHING)
  const change = (part: Partial<Kept>) => {
    all.value = { ...all.value, [id.value]: { ...kept.value, ...part } }
  }
  const flip = (list: readonly string[], ids: readonly string[]) =>
    ids.every((one) => list.includes(one))
      ? list.filter((one) => !ids.includes(one))
      : [...new Set([...list, ...ids])]

  const showing = computed(() => {
    const { hidden, faint, alone, open } = kept.value
    const document = mechanism.document
    const shown = new Map<string, 'faint' | 'hidden'>()
    if (!document) return shown
    const group = open !== null && document.groups?.some((g) => g.id === open) ? open : null
    const inside = group === null ? null : new Set(bodiesOf(document, [group]))
    for (const body of document.bodies) {
      const out = (alone !== null && !alone.includes(body.id)) || (inside !== null && !inside.has(body.id))
      if (hidden.includes(body.id) || out) shown.set(body.id, 'hidden')
      else if (faint.includes(body.id)) shown.set(body.id, 'faint')
    }
    return shown
  })

  return {
    showing,
    open: computed(() => kept.value.open),
    anythingAway: computed(() => showing.value.size > 0),
    begin: (mechanismId: string) => {
      id.value = mechanismId
    },
    hide: (ids: readonly string[]) => change({ hidden: flip(kept.value.hidden, ids) }),
    seeThrough: (ids: readonly string[]) => change({ faint: flip(kept.value.faint, ids) }),
    isolate: (ids: readonly string[] | null) => change({ alone: ids && [...ids] }),
    openGroup: (group: string | null) => change({ open: group }),
    showAll: () => change(NOTHING),
  }
})
