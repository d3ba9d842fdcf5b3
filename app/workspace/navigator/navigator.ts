/** What the outline and the link map show of the mechanism: a filter by name, and the groups that are folded. */
export const useNavigatorStore = defineStore('navigator', () => {
  const filter = ref('')
  const folded = ref<ReadonlySet<string>>(new Set())

  function fold(keys: readonly string[], on: boolean) {
    const next = new Set(folded.value)
    for (const key of keys)
      if (on) next.add(key)
      else next.delete(key)
    folded.value = next
  }

  const wanted = computed(() => filter.value.trim().toLowerCase())
  return { filter, wanted, folded, fold }
})
