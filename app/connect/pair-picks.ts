/** Two picks on the model, one after the other, for what joins them. */
import { usePickingStore } from '~/model/picking/picking'
import type { Candidate } from '~/model/picking/picking'

export type Which = 'first' | 'second'

/** The pick that is still missing; null when both are there. */
const missingPick = (first: unknown, second: unknown): Which | null =>
  first === null ? 'first' : second === null ? 'second' : null

/** @param noun of what is made: "joint" */
export function usePairPicks(noun: string) {
  const picking = usePickingStore()
  const first = shallowRef<Candidate | null>(null)
  const second = shallowRef<Candidate | null>(null)

  watch([first, second], () => {
    picking.picked = [first.value, second.value].filter((pick) => pick !== null)
  })

  function pick(which: Which) {
    picking.want(`${which === 'first' ? 'First' : 'Second'} pick of the ${noun}`, (found) =>
      put(which, found),
    )
  }

  function put(which: Which, found: Candidate | null) {
    if (which === 'first') first.value = found
    else second.value = found
    // the other pick comes next
    const missing = missingPick(first.value, second.value)
    if (missing && found) pick(missing)
    else picking.stop()
  }

  function clear() {
    first.value = null
    second.value = null
    picking.stop()
  }

  return { first, second, pick, put, clear }
}
