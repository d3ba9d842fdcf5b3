/** Two picks on the model, one after the other, for what joins them. */
import { usePickingStore } from './picking'
import type { Candidate } from './picking'

export type Which = 'first' | 'second'

/** The picks as a store shows them. */
export interface PairPicks {
  readonly first: Candidate | null
  readonly second: Candidate | null
  /** The one that the next click on the model gives. */
  readonly awaited: Which | null
  put(which: Which, found: Candidate | null): void
  pick(which: Which): void
}

/** The pick that is still missing; null when both are there. */
const missingPick = (first: unknown, second: unknown): Which | null =>
  first === null ? 'first' : second === null ? 'second' : null

/**
 * @param noun of what is made: "joint"
 * @param needsBoth whether the second pick is asked for after the first
 */
export function usePairPicks(noun: string, needsBoth: () => boolean = () => true) {
  const picking = usePickingStore()
  const first = shallowRef<Candidate | null>(null)
  const second = shallowRef<Candidate | null>(null)
  /** What was asked for last; whoever asks for another pick ends it. */
  const asked = shallowRef<{ readonly which: Which; readonly wanted: unknown } | null>(null)
  const awaited = computed(() =>
    asked.value && asked.value.wanted === picking.wanted ? asked.value.which : null,
  )

  watch([first, second], () => {
    picking.picked = [first.value, second.value].filter((pick) => pick !== null)
  })

  function pick(which: Which) {
    picking.want(`${which === 'first' ? 'First' : 'Second'} pick of the ${noun}`, (found) =>
      put(which, found),
    )
    asked.value = { which, wanted: picking.wanted }
  }

  function put(which: Which, found: Candidate | null) {
    if (which === 'first') first.value = found
    else second.value = found
    // the other pick comes next
    const missing = missingPick(first.value, second.value)
    if (missing && found && needsBoth()) pick(missing)
    else picking.stop()
  }

  function clear() {
    first.value = null
    second.value = null
    picking.stop()
  }

  return { first, second, awaited, pick, put, clear }
}
