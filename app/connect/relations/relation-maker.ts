/** A relation about to be made among joint positions, proposed from the parts that the joints carry. */
import type { AnyRelation, Quantity, SumTerm } from '@ligamen/core'
import type { RelateAnswer } from '~/workers/solver/questions'
import { useConsidered } from '../considered'
import { useMechanismStore } from '../../model/document/mechanism'
import { useRunStore } from '../../model/run/run'
import { useOverlaysStore } from '../../view/overlays'

export const useRelationMakerStore = defineStore('relation-maker', () => {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  /** Joint positions by the key of their channel; null where none is chosen yet. */
  const keys = shallowRef<(string | null)[]>([null, null])
  const reversed = ref(false)
  /** What replaces the proposal, by field. */
  const typed = shallowRef<Record<string, Quantity | SumTerm[]>>({})

  const refs = computed(() => {
    const channels = run.report?.channels ?? []
    return keys.value.flatMap((key) => channels.find((channel) => channel.key === key)?.coordinate ?? [])
  })
  const { effect, fault, make } = useConsidered<RelateAnswer>(
    'relation',
    ({ relations = [] }) => relations,
    () => [keys.value, reversed.value, typed.value],
    () =>
      refs.value.length < 2
        ? null
        : mechanism.ask('relate', {
            refs: refs.value,
            fields: { ...typed.value, ...(reversed.value ? { reversed: true } : {}) } as Partial<AnyRelation>,
          }),
    { still: false },
  )

  useOverlaysStore().lay({ arrows: () => effect.value?.arrows ?? [] })

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

  return {
    keys,
    choose,
    add,
    reversed,
    typed,
    effect,
    fault,
    clear,
    make: () => make(`Relation ${effect.value?.relation.name ?? ''}`, null, { home: false }, clear),
  }
})
