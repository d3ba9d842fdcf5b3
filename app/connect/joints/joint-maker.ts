/** A joint about to be made from two picks. */
import { typedPosition } from '@ligamen/core'
import type { JoinAnswer } from '~/workers/solver/questions'
import { useMechanismStore } from '~/model/document/mechanism'
import { useConsidered } from '../considered'
import { usePairPicks } from '~/model/picking/pair-picks'
import { blankJoint, jointName, proposedJoint } from './joint-draft'

export const useJointMakerStore = defineStore('joint-maker', () => {
  const mechanism = useMechanismStore()
  const { first, second, awaited, pick, put, clear: clearPicks } = usePairPicks('joint')
  const given = shallowReactive(blankJoint())
  const named = ref('')

  const name = computed(() => {
    const { bodies = [], joints = [] } = mechanism.document ?? {}
    const body = bodies.find(({ id }) => id === first.value?.pick.body)?.name ?? ''
    const taken = joints.map((joint) => joint.name)
    return jointName(named.value, given.kind, body, taken)
  })
  const { effect, fault, make } = useConsidered<JoinAnswer>(
    'joint',
    ({ joints }) => joints,
    // a name changes nothing of what it would do
    () => [first.value, second.value, { ...given }],
    () => {
      const proposal = proposedJoint(given, name.value, first.value, second.value)
      return proposal && mechanism.ask('join', proposal)
    },
  )

  /** The offset at which nothing moves along the axis. */
  async function usePresentOffset() {
    const proposal = proposedJoint(given, name.value, first.value, second.value)
    const answer = proposal && (await mechanism.ask('presentOffset', proposal))
    if (answer?.ok) given.offset = typedPosition(answer.value, 'length', 6)
  }

  function clear() {
    clearPicks()
    const { kind, lead } = given
    Object.assign(given, blankJoint(), { kind, lead })
    named.value = ''
  }

  return {
    ...toRefs(given),
    named,
    name,
    first,
    second,
    awaited,
    effect,
    fault,
    pick,
    put,
    usePresentOffset,
    clear,
    make: () =>
      make(({ holds }) => `Joint ${name.value}${holds ? '' : ', suspended'}`, name.value, {}, clear),
  }
})
