/** The outline of the open mechanism, with its filter and what is folded. */
import { rowsOf } from '~/services/outline'
import type { OutlineRow } from '~/services/outline'
import { useMechanismStore } from '~/stores/mechanism'

export function useOutline() {
  const mechanism = useMechanismStore()
  const filter = ref('')
  const folded = ref(new Set<string>())

  const rows = computed<OutlineRow[]>(() => {
    const { document } = mechanism
    return document ? rowsOf(document, filter.value.trim().toLowerCase(), folded.value) : []
  })

  function fold(key: string, on: boolean) {
    const next = new Set(folded.value)
    if (on) next.add(key)
    else next.delete(key)
    folded.value = next
  }
  return { filter, rows, fold }
}
