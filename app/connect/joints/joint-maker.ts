/** A joint about to be made from two picks. */
import { jointType, unused } from '@ligamen/core'
import type { JoinProposal, Quantity } from '@ligamen/core'
import type { JoinAnswer } from '~/workers/solver/questions'
import { useMechanismStore } from '~/model/document/mechanism'
import type { Candidate } from '~/model/picking/picking'
import { useConsidered } from '../considered'
import { usePairPicks } from '../pair-picks'
import type { Which } from '../pair-picks'

/** What a joint of a kind is called until somebody names it. */
const WORDS: Readonly<Record<string, string>> = { revolute: 'pivot', prismatic: 'slide', rigid: 'fastening' }

export const useJointMakerStore = defineStore('joint-maker', () => {
  const mechanism = useMechanismStore()
  const { first, second, pick, put, clear: clearPicks } = usePairPicks('joint')
  const kind = ref('revolute')
  const named = ref('')
  const comes = ref<Which | null>(null)
  const inPlace = ref(false)
  const offset = ref<Quantity>('0 mm')
  const turn = ref<Quantity | null>(null)
  const flip = ref<boolean | null>(null)
  const lead = ref<Quantity>('2 mm')

  const bodyName = (picked: Candidate | null) =>
    mechanism.document?.bodies.find(({ id }) => id === picked?.pick.body)?.name ?? ''
  const name = computed(() => {
    if (named.value.trim() !== '') return named.value.trim()
    const word = WORDS[kind.value] ?? jointType(kind.value)!.noun.toLowerCase()
    const taken = new Set(mechanism.document?.joints.map((joint) => joint.name))
    return unused(taken, `${bodyName(first.value)} ${word}`.trim())
  })

  const proposal = computed<JoinProposal | null>(() => {
    if (!first.value || !second.value) return null
    return {
      kind: kind.value,
      name: name.value,
      first: first.value.pick,
      second: second.value.pick,
      ...(comes.value === null ? {} : { comes: comes.value }),
      ...(inPlace.value ? { inPlace: true } : {}),
      offset: offset.value,
      ...(turn.value === null ? {} : { turn: turn.value }),
      ...(flip.value === null ? {} : { flip: flip.value }),
      ...(jointType(kind.value)?.hasLead ? { lead: lead.value } : {}),
    }
  })
  const { effect, fault, make } = useConsidered<JoinAnswer>(
    'joint',
    ({ joints }) => joints,
    () => [
      first.value,
      second.value,
      kind.value,
      comes.value,
      inPlace.value,
      offset.value,
      turn.value,
      flip.value,
      lead.value,
    ],
    () => proposal.value && mechanism.ask('join', proposal.value),
  )

  function clear() {
    clearPicks()
    comes.value = null
    turn.value = null
    flip.value = null
    offset.value = '0 mm'
    inPlace.value = false
    named.value = ''
  }

  return {
    kind,
    named,
    name,
    first,
    second,
    comes,
    inPlace,
    offset,
    turn,
    flip,
    lead,
    effect,
    fault,
    pick,
    put,
    clear,
    make: () =>
      make(`Joint ${name.value}${effect.value?.holds === false ? ', suspended' : ''}`, name.value, {}, clear),
  }
})
