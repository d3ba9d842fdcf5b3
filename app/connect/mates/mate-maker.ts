/** A mate about to be made between two picks, for those who think in faces, axes and points. */
import { typedPosition, unused } from '@ligamen/core'
import type { MateAnswer } from '~/workers/solver/questions'
import { useMechanismStore } from '~/model/document/mechanism'
import { useConsidered } from '../considered'
import { usePairPicks } from '~/model/picking/pair-picks'
import { blankMate, diameterOf, hasValue, proposedMate, usualValue } from './mate-draft'

export const useMateMakerStore = defineStore('mate-maker', () => {
  const mechanism = useMechanismStore()
  const { first, second, awaited, pick, put, clear: clearPicks } = usePairPicks('mate')
  const given = shallowReactive(blankMate())
  const name = computed(() => {
    const taken = new Set((mechanism.document?.mates ?? []).map((mate) => mate.name))
    return unused(taken, given.kind[0]!.toUpperCase() + given.kind.slice(1))
  })
  watch(
    () => given.kind,
    (now) => (given.value = usualValue(now)),
  )

  // what is round says how large it is
  watch(first, (pick) => pick?.radius !== undefined && (given.diameterFirst = diameterOf(pick.radius)))
  watch(second, (pick) => pick?.radius !== undefined && (given.diameterSecond = diameterOf(pick.radius)))

  const { effect, fault, make } = useConsidered<MateAnswer>(
    'mate',
    ({ mates = [] }) => mates,
    () => [first.value, second.value, { ...given }],
    () => {
      const proposal = proposedMate(given, name.value, first.value, second.value)
      return proposal && mechanism.ask('mate', proposal)
    },
  )

  /** The value at which nothing moves. */
  async function usePresentValue() {
    const proposal = proposedMate(given, name.value, first.value, second.value)
    const answer = proposal && (await mechanism.ask('presentValue', proposal))
    if (!answer?.ok || answer.value === null) return
    given.value = typedPosition(answer.value, given.kind === 'angle' ? 'angle' : 'length', 6)
  }

  function clear() {
    clearPicks()
    given.flip = null
  }

  return {
    ...toRefs(given),
    measured: computed(() => hasValue(given.kind)),
    first,
    second,
    awaited,
    effect,
    fault,
    pick,
    put,
    usePresentValue,
    clear,
    make: () => make(() => `Mate ${name.value}`, null, {}, clear),
  }
})
