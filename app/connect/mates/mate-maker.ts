/** A mate about to be made between two picks, for those who think in faces, axes and points. */
import { unused } from '@ligamen/core'
import type { Mate, MateEnd, MateProposal, Quantity } from '@ligamen/core'
import type { MateAnswer } from '~/workers/solver/questions'
import { useMechanismStore } from '~/model/document/mechanism'
import { useConsidered } from '../considered'
import { usePairPicks } from '../pair-picks'

type As = Exclude<MateEnd['as'], 'path'>

const isRound = (as: As) => as === 'cylinder' || as === 'sphere'

export const useMateMakerStore = defineStore('mate-maker', () => {
  const mechanism = useMechanismStore()
  const { first, second, pick, put, clear: clearPicks } = usePairPicks('mate')
  const kind = ref<Mate['kind']>('coincident')
  const asFirst = ref<As>('plane')
  const asSecond = ref<As>('plane')
  const radiusFirst = ref<Quantity>('5 mm')
  const radiusSecond = ref<Quantity>('5 mm')
  const value = ref<Quantity | null>(null)
  const inside = ref(false)
  /** Null as the picks lie. */
  const flip = ref<boolean | null>(null)
  const measured = computed(() => kind.value === 'angle' || kind.value === 'distance')

  const name = computed(() => {
    const taken = new Set((mechanism.document?.mates ?? []).map((mate) => mate.name))
    return unused(taken, kind.value[0]!.toUpperCase() + kind.value.slice(1))
  })
  watch(kind, (now) => {
    value.value = now === 'angle' ? '90 deg' : now === 'distance' ? '10 mm' : null
  })

  const proposal = computed<MateProposal | null>(() => {
    if (!first.value || !second.value) return null
    return {
      kind: kind.value,
      name: name.value,
      first: first.value.pick,
      second: second.value.pick,
      asFirst: asFirst.value,
      asSecond: asSecond.value,
      ...(isRound(asFirst.value) ? { radiusFirst: radiusFirst.value } : {}),
      ...(isRound(asSecond.value) ? { radiusSecond: radiusSecond.value } : {}),
      ...(measured.value && value.value !== null ? { value: value.value } : {}),
      ...(inside.value && kind.value === 'tangent' ? { inside: true } : {}),
      ...(flip.value === null ? {} : { flip: flip.value }),
    }
  })
  const { effect, fault, make } = useConsidered<MateAnswer>(
    'mate',
    ({ mates = [] }) => mates,
    () => [
      first.value,
      second.value,
      kind.value,
      asFirst.value,
      asSecond.value,
      radiusFirst.value,
      radiusSecond.value,
      value.value,
      inside.value,
      flip.value,
    ],
    () => proposal.value && mechanism.ask('mate', proposal.value),
  )

  function clear() {
    clearPicks()
    flip.value = null
  }

  return {
    kind,
    first,
    second,
    asFirst,
    asSecond,
    radiusFirst,
    radiusSecond,
    value,
    inside,
    flip,
    measured,
    effect,
    fault,
    pick,
    put,
    clear,
    make: () => make(`Mate ${name.value}`, null, {}, clear),
  }
})
