/** What is selected: one body or one joint, everywhere the same. */
export type Selected = { kind: 'body' | 'joint'; id: string } | null

export const useSelectionStore = defineStore('selection', () => {
  const selected = ref<Selected>(null)
  return {
    selected,
    select: (kind: 'body' | 'joint', id: string) => {
      selected.value = { kind, id }
    },
    clear: () => {
      selected.value = null
    },
    is: (kind: 'body' | 'joint', id: string) => selected.value?.kind === kind && selected.value.id === id,
  }
})
