/** The outline of the open mechanism, with its filter and what is folded. */
import { rowsOf } from '~/services/outline'
import type { OutlineRow } from '~/services/outline'
import { useMechanismStore } from '~/stores/mechanism'
import { useNavigatorStore } from '~/stores/navigator'

export function useOutline() {
  const mechanism = useMechanismStore()
  const navigator = useNavigatorStore()

  const rows = computed<OutlineRow[]>(() => {
    const { document } = mechanism
    return document ? rowsOf(document, navigator.wanted, navigator.folded) : []
  })
  return { rows, fold: (key: string, on: boolean) => navigator.fold([key], on) }
}
