/** What the outline and the link map show of the mechanism: a filter by name, and the groups that are folded. */
export const useNavigatorStore = defineStore('navigator', () => {
  const filter = ref('')
  const folded = ref<ReadonlySet<string>>(new Set())
  /** Whether the link map of a large mechanism shows every body. */
  const whole = ref(false)

  function fold(keys: readonly string[], on: boolean) {
    const next = new Set(folded.value)
    for (const key of keys)
      if (on) next.add(key)
      else next.delete(key)
    folded.value = next
  }

  const wanted = computed(() => filter.value.trim().toLowerCase())
  return { filter, wanted, folded, fold, whole }
})
