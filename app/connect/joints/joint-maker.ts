/** A joint about to be made from two picks: what it would do is asked anew after every change, and shown at once. */
import { jointType } from '@ligamen/core'
import type { Problem, Quantity } from '@ligamen/core'
import type { JoinAnswer } from '~/workers/solver/questions'
import { useMechanismStore } from '../../model/document/mechanism'
import { usePickingStore } from '../../model/picking/picking'
import type { Candidate } from '../../model/picking/picking'
import { usePoseStore } from '../../model/pose/pose'
import { useSelectionStore } from '../../model/screen/selection'

export type Side = 'first' | 'second'

/** What a joint of a kind is called until somebody names it. */
const WORDS: Readonly<Record<string, string>> = { revolute: 'pivot', prismatic: 'slide', rigid: 'fastening' }

export const useJointMakerStore = defineStore('joint-maker', () => {
  const mechanism = useMechanismStore()
  const picking = usePickingStore()
  const pose = usePoseStore()
  const selection = useSelectionStore()

  const kind = ref('revolute')
  const named = ref('')
  const first = shallowRef<Candidate | null>(null)
  const second = shallowRef<Candidate | null>(null)
  const comes = ref<Side | null>(null)
  const inPlace = ref(false)
  const offset = ref<Quantity>('0 mm')
  const turn = ref<Quantity | null>(null)
  const flip = ref<boolean | null>(null)
  const lead = ref<Quantity>('2 mm')
  const effect = shallowRef<JoinAnswer | null>(null)
  const fault = ref('')
  let asked = 0

  const bodyName = (pick: Candidate | null) =>
    mechanism.document?.bodies.find(({ id }) => id === pick?.pick.body)?.name ?? ''
  const name = computed(() => {
    if (named.value.trim() !== '') return named.value.trim()
    const word = WORDS[kind.value] ?? jointType(kind.value)!.noun.toLowerCase()
    const wanted = `${bodyName(first.value)} ${word}`.trim()
    const taken = new Set(mechanism.document?.joints.map((joint) => joint.name))
    for (let k = 1; ; k++) {
      const candidate = k === 1 ? wanted : `${wanted} ${k}`
      if (!taken.has(candidate)) return candidate
    }
  })

  watch([first, second], () => {
    picking.picked = [first.value, second.value].filter((pick) => pick !== null)
  })
  watch(
    [first, second, kind, comes, inPlace, offset, turn, flip, lead, () => mechanism.document],
    () => void consider(),
  )

  async function consider() {
    const mine = ++asked
    if (!first.value || !second.value || !mechanism.document) {
      effect.value = null
      fault.value = ''
      if (pose.preview) pose.endPreview()
      return
    }
    const answer = await mechanism.ask('join', {
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
    })
    if (mine !== asked) return
    effect.value = answer.ok ? answer.value : null
    fault.value = answer.ok ? '' : answer.problems.map(({ message }) => message).join(' ')
    const { clip, poses } = effect.value ?? { clip: null, poses: null }
    if (clip) pose.show(clip, true)
    else if (poses) pose.still(poses)
    else pose.endPreview()
  }

  function pick(side: Side) {
    picking.want(side === 'first' ? 'First pick of the joint' : 'Second pick of the joint', (found) =>
      put(side, found),
    )
  }

  function put(side: Side, found: Candidate | null) {
    if (side === 'first') first.value = found
    else second.value = found
    // the other pick comes next
    const missing = first.value === null ? 'first' : second.value === null ? 'second' : null
    if (missing && found) pick(missing)
    else picking.stop()
  }

  function clear() {
    first.value = null
    second.value = null
    comes.value = null
    turn.value = null
    flip.value = null
    offset.value = '0 mm'
    inPlace.value = false
    named.value = ''
    picking.stop()
  }

  /** Makes the joint; one that contradicts is made suspended. */
  async function make(): Promise<readonly Problem[]> {
    const made = effect.value
    if (!made) return []
    const called = name.value
    const refused = await mechanism.edit(
      made.holds ? `Joint ${called}` : `Joint ${called}, suspended`,
      () => {
        const document = structuredClone(made.document)
        const joint = document.joints.find(({ id }) => id === made.made)!
        joint.name = called
        if (!made.holds) joint.suspended = true
        return document
      },
      { home: true },
    )
    if (refused.length > 0) {
      fault.value = refused.map(({ message }) => message).join(' ')
      return refused
    }
    clear()
    selection.select('joint', made.made)
    return []
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
    make,
  }
})
