/** The outline of the open mechanism, with its filter and what is folded. */
import { rowsOf } from '~/workspace/navigator/outline'
import type { OutlineRow } from '~/workspace/navigator/outline'
import { useMechanismStore } from '~/model/document/mechanism'
import { useNavigatorStore } from '~/workspace/navigator/navigator'

export function useOutline() {
  const mechanism = useMechanismStore()
  const navigator = useNavigatorStore()

  const rows = computed<OutlineRow[]>(() => {
    const { document } = mechanism
    return document ? rowsOf(document, navigator.wanted, navigator.folded) : []
  })
  return { rows, fold: (key: string, on: boolean) => navigator.fold([key], on) }
}
