/** What is selected, everywhere the same: one thing, or several. The last one picked is the one the inspector shows. */
/** What can be selected. */
export type Kind = 'body' | 'group' | 'datum' | 'joint' | 'mate' | 'relation' | 'probe' | 'check'
export type Selected = { readonly kind: Kind; readonly id: string }

export const useSelectionStore = defineStore('selection', () => {
  const all = shallowRef<readonly Selected[]>([])
  const selected = computed<Selected | null>(() => all.value.at(-1) ?? null)
  const keys = computed(() => new Set(all.value.map(({ kind, id }) => `${kind}/${id}`)))
  const is = (kind: Kind, id: string) => keys.value.has(`${kind}/${id}`)
  const without = (kind: Kind, id: string) => all.value.filter((s) => s.kind !== kind || s.id !== id)
  return {
    all,
    selected,
    is,
    select: (kind: Kind, id: string) => {
      all.value = [{ kind, id }]
    },
    /** Adds it to what is selected, or takes it out. */
    toggle: (kind: Kind, id: string) => {
      all.value = is(kind, id) ? without(kind, id) : [...all.value, { kind, id }]
    },
    selectAll: (items: readonly Selected[]) => {
      all.value = items
    },
    clear: () => {
      all.value = []
    },
    /** No longer selects what is gone; what was selected meanwhile stays. */
    drop: (ids: readonly string[]) => {
      all.value = all.value.filter(({ id }) => !ids.includes(id))
    },
    /** Ids of the bodies and groups that are selected. */
    members: computed(() =>
      all.value.filter(({ kind }) => kind === 'body' || kind === 'group').map(({ id }) => id),
    ),
  }
})
