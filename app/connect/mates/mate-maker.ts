/** A mate about to be made between two picks, for those who think in faces, axes and points. */
import { unused } from '@ligamen/core'
import type { MateAnswer } from '~/workers/solver/questions'
import { useMechanismStore } from '~/model/document/mechanism'
import { useConsidered } from '../considered'
import { usePairPicks } from '../pair-picks'
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
    clear,
    make: () => make(`Mate ${name.value}`, null, {}, clear),
  }
})
