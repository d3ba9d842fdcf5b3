/** A relation about to be made among joint positions, proposed from the parts that the joints carry. */
import type { AnyRelation, Problem, Quantity, SumTerm } from '@ligamen/core'
import type { RelateAnswer } from '~/workers/solver/questions'
import { useMechanismStore } from '../../model/document/mechanism'
import { useRunStore } from '../../model/run/run'
import { usePoseStore } from '../../model/pose/pose'
import { useSelectionStore } from '../../model/screen/selection'

export const useRelationMakerStore = defineStore('relation-maker', () => {
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const run = useRunStore()
  const selection = useSelectionStore()
  /** Joint positions by the key of their channel; null where none is chosen yet. */
  const keys = shallowRef<(string | null)[]>([null, null])
  const reversed = ref(false)
  /** What replaces the proposal, by field. */
  const typed = shallowRef<Record<string, Quantity | SumTerm[]>>({})
  const effect = shallowRef<RelateAnswer | null>(null)
  const fault = ref('')
  let asked = 0

  watch([keys, reversed, typed, () => mechanism.document], () => void consider())

  async function consider() {
    const mine = ++asked
    const channels = run.report?.channels ?? []
    const chosen = keys.value.flatMap(
      (key) => channels.find((channel) => channel.key === key)?.coordinate ?? [],
    )
    if (chosen.length < 2 || !mechanism.document) {
      effect.value = null
      fault.value = ''
      return
    }
    const answer = await mechanism.ask('relate', {
      refs: chosen,
      fields: { ...typed.value, ...(reversed.value ? { reversed: true } : {}) } as Partial<AnyRelation>,
    })
    if (mine !== asked) return
    effect.value = answer.ok ? answer.value : null
    fault.value = answer.ok ? '' : answer.problems.map(({ message }) => message).join(' ')
    if (effect.value?.clip) pose.show(effect.value.clip, true)
    else pose.endPreview()
  }

  /** Another position in place of one; what was typed belonged to the old ones. */
  function choose(index: number, key: string | null) {
    keys.value = keys.value.map((known, k) => (k === index ? key : known))
    typed.value = {}
  }

  function add() {
    keys.value = [...keys.value, null]
  }

  function clear() {
    keys.value = [null, null]
    reversed.value = false
    typed.value = {}
  }

  async function make(): Promise<readonly Problem[]> {
    const made = effect.value
    if (!made) return []
    const refused = await mechanism.edit(`Relation ${made.relation.name}`, () => {
      const document = structuredClone(made.document)
      if (!made.holds) document.relations!.find(({ id }) => id === made.made)!.suspended = true
      return document
    })
    if (refused.length > 0) fault.value = refused.map(({ message }) => message).join(' ')
    else {
      clear()
      selection.select('relation', made.made)
    }
    return refused
  }

  return { keys, choose, add, reversed, typed, effect, fault, clear, make }
})
