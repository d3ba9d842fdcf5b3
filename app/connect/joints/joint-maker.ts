/** A joint about to be made from two picks. */
import type { JoinAnswer } from '~/workers/solver/questions'
import { useMechanismStore } from '~/model/document/mechanism'
import { useConsidered } from '../considered'
import { usePairPicks } from '../pair-picks'
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
    clear,
    make: () =>
      make(`Joint ${name.value}${effect.value?.holds === false ? ', suspended' : ''}`, name.value, {}, clear),
  }
})
