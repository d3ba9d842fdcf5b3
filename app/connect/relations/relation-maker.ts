/** A relation about to be made among joint positions: of the kind that the parts suggest, or of one that is chosen. */
import { relationType } from '@ligamen/core'
import type { MotionProgramme, Quantity, SumTerm } from '@ligamen/core'
import type { RelateAnswer } from '~/workers/solver/questions'
import { useConsidered } from '../considered'
import { useMechanismStore } from '../../model/document/mechanism'
import { usePickingStore } from '../../model/picking/picking'
import type { Candidate } from '../../model/picking/picking'
import { useRunStore } from '../../model/run/run'
import { useOverlaysStore } from '../../view/overlays'

/** What replaces the proposal, by field. */
type Typed = Record<
  string,
  Quantity | SumTerm[] | MotionProgramme['steps'] | [Quantity, Quantity][] | boolean | undefined
>

export const useRelationMakerStore = defineStore('relation-maker', () => {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const picking = usePickingStore()
  /** Null for the one that suits the parts best. */
  const kind = ref<string | null>(null)
  /** Joint positions by the key of their channel; null where none is chosen yet. */
  const keys = shallowRef<(string | null)[]>([null, null])
  /** To which a cord is made fast. */
  const datum = shallowRef<Candidate | null>(null)
  /** Of more than two positions: one relation of the first with each of the others. */
  const each = ref(false)
  const reversed = ref(false)
  const typed = shallowRef<Typed>({})

  const takesDatum = computed(() => kind.value !== null && relationType(kind.value).takesDatum === true)
  const refs = computed(() => {
    const channels = run.report?.channels ?? []
    const chosen = takesDatum.value ? keys.value.slice(0, 1) : keys.value
    return chosen.flatMap((key) => channels.find((channel) => channel.key === key)?.coordinate ?? [])
  })
  const isWhole = computed(() => (takesDatum.value ? datum.value !== null : refs.value.length > 1))

  const { effect, fault, make } = useConsidered<RelateAnswer>(
    'relation',
    ({ relations = [] }) => relations,
    () => [kind.value, keys.value, datum.value, each.value, reversed.value, typed.value],
    () =>
      isWhole.value && refs.value.length > 0
        ? mechanism.ask('relate', {
            refs: refs.value,
            ...(kind.value === null ? {} : { kind: kind.value }),
            ...(takesDatum.value ? { datum: datum.value!.pick } : {}),
            ...(each.value && refs.value.length > 2 ? { each: true } : {}),
            fields: { ...typed.value, ...(reversed.value ? { reversed: true } : {}) } as object,
          })
        : null,
    { still: false },
  )

  useOverlaysStore().lay({ arrows: () => effect.value?.arrows ?? [] })

  // what was typed belonged to the kind before
  watch(kind, () => {
    typed.value = {}
    reversed.value = false
  })

  /** Another position in place of one; what was typed belonged to the old ones. */
  function choose(index: number, key: string | null) {
    keys.value = keys.value.map((known, k) => (k === index ? key : known))
    typed.value = {}
  }

  function add() {
    keys.value = [...keys.value, null]
  }

  /** Begins with positions that are chosen already. */
  function begin(chosen: readonly string[]) {
    clear()
    keys.value = [...chosen, null, null].slice(0, Math.max(2, chosen.length))
  }

  function putDatum(found: Candidate | null) {
    datum.value = found
    picking.stop()
  }

  function clear() {
    keys.value = [null, null]
    datum.value = null
    each.value = false
    reversed.value = false
    typed.value = {}
  }

  return {
    kind,
    keys,
    choose,
    add,
    begin,
    datum,
    putDatum,
    takesDatum,
    each,
    reversed,
    typed,
    effect,
    fault,
    clear,
    make: () => make(({ relation }) => `Relation ${relation.name}`, null, { home: false }, clear),
  }
})
