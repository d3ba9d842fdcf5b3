/** What a proposal would do, asked anew after every change and shown at once; and making it. */
import { reasons } from '@ligamen/core'
import type { Clip, MechanismDocument, Problem, Result } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePoseStore } from '~/model/pose/pose'
import { useSelectionStore } from '~/model/screen/selection'
import type { Kind } from '~/model/screen/selection'

/** What the worker answers about a proposal. */
interface Effect {
  /** Id of what would be made. */
  readonly made: string
  /** Ids of all that would be made, where that is more. */
  readonly all?: readonly string[]
  readonly document: MechanismDocument
  /** False when it contradicts what holds already. */
  readonly holds: boolean
  /** True when it cannot be made at all. */
  readonly isWrong?: boolean
  readonly clip?: Clip | null
  readonly poses?: Float64Array | null
}

/**
 * @param ask asks about the proposal as it is now; null while it is not complete
 * @param lists in which what contradicts is made suspended
 * @param changes reads all that a new answer depends on
 * @param still whether the pose it would take is shown where it cannot move
 */
export function useConsidered<E extends Effect>(
  kind: Kind,
  lists: (document: MechanismDocument) => readonly { id: string; name: string; suspended?: boolean }[],
  changes: () => unknown,
  ask: () => Promise<Result<E>> | null,
  { still = true } = {},
) {
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const selection = useSelectionStore()
  const effect = shallowRef<E | null>(null)
  const fault = ref('')
  let asked = 0
  /** The newest question, until it is answered. */
  let answering: Promise<void> = Promise.resolve()

  watch([changes, () => mechanism.document], () => (answering = consider()))

  /** Only the newest question counts. */
  async function consider() {
    const mine = ++asked
    const question = mechanism.document ? ask() : null
    if (!question) {
      effect.value = null
      fault.value = ''
      if (pose.preview) pose.endPreview()
      return
    }
    const answer = await question
    if (mine !== asked) return
    effect.value = answer.ok ? answer.value : null
    fault.value = answer.ok ? '' : reasons(answer.problems)
    const { clip, poses } = effect.value ?? {}
    if (clip) pose.show(clip, true)
    else if (poses && still) pose.still(poses)
    else pose.endPreview()
  }

  /** The effect of what is given now, also right after a change of it. */
  async function newest(): Promise<E | null> {
    await nextTick()
    for (let seen = -1; seen !== asked;) {
      seen = asked
      await answering
    }
    return effect.value
  }

  /**
   * Makes what is given; what contradicts is made suspended. Nothing is made when it turns out to be other than what
   * was offered: the button says then what it would do now.
   * @param edit name of the edit
   */
  async function make(
    edit: (made: E) => string,
    name: string | null,
    { home = true }: { home?: boolean },
    done: () => void,
  ): Promise<readonly Problem[]> {
    const offered = effect.value
    await mechanism.settled()
    const made = await newest()
    if (!offered || !made || made.isWrong || made.holds !== offered.holds) return []
    const document = structuredClone(made.document)
    for (const entry of lists(document)) {
      if (!(made.all ?? [made.made]).includes(entry.id)) continue
      if (name !== null) entry.name = name
      if (!made.holds) entry.suspended = true
    }
    const refused = await mechanism.replace(edit(made), document, { home })
    if (refused.length > 0) fault.value = reasons(refused)
    else {
      done()
      selection.select(kind, made.made)
    }
    return refused
  }

  return { effect, fault, make }
}
