/** A relation about to be made between two joint positions, proposed from the parts that the joints carry. */
import type { AnyRelation, Problem, Quantity } from '@ligamen/core'
import type { RelateAnswer } from '~/workers/questions'
import { useMechanismStore } from './mechanism'
import { usePoseStore } from './pose'
import { useSelectionStore } from './selection'

export const useRelationMakerStore = defineStore('relation-maker', () => {
  const mechanism = useMechanismStore()
  const pose = usePoseStore()
  const selection = useSelectionStore()
  /** Joint positions by channel key ("joint/freedom"). */
  const first = ref<string | null>(null)
  const second = ref<string | null>(null)
  const reversed = ref(false)
  /** What replaces the proposal, by field. */
  const typed = ref<Record<string, Quantity>>({})
  const effect = shallowRef<RelateAnswer | null>(null)
  const fault = ref('')
  let asked = 0

  watch([first, second, reversed, typed, () => mechanism.document], () => void consider())
  watch([first, second], () => {
    typed.value = {}
  })

  const refOf = (key: string) => {
    const cut = key.lastIndexOf('/')
    return { joint: key.slice(0, cut), freedom: key.slice(cut + 1) }
  }

  async function consider() {
    const mine = ++asked
    if (!first.value || !second.value || !mechanism.document) {
      effect.value = null
      fault.value = ''
      return
    }
    const answer = await mechanism.ask('relate', {
      a: refOf(first.value),
      b: refOf(second.value),
      fields: { ...typed.value, ...(reversed.value ? { reversed: true } : {}) } as Partial<AnyRelation>,
    })
    if (mine !== asked) return
    effect.value = answer.ok ? answer.value : null
    fault.value = answer.ok ? '' : answer.problems.map(({ message }) => message).join(' ')
    if (effect.value?.clip) pose.show(effect.value.clip, true)
    else pose.endPreview()
  }

  function clear() {
    first.value = null
    second.value = null
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

  return { first, second, reversed, typed, effect, fault, clear, make }
})
