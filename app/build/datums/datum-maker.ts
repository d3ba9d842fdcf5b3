/** A datum about to be made for its own sake: what places it, how it is moved from there, and where that is. */
import { multiply, parseQuantity, reasons } from '@ligamen/core'
import type { Frame, Quantity } from '@ligamen/core'
import { usePairPicks } from '~/model/picking/pair-picks'
import type { Candidate } from '~/model/picking/picking'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlacing } from '~/model/pose/usePlacing'
import { useSelectionStore } from '~/model/screen/selection'
import { blankDatum, proposedDatum } from './datum-draft'
import type { Three } from './datum-draft'

export const useDatumMakerStore = defineStore('datum-maker', () => {
  const mechanism = useMechanismStore()
  const selection = useSelectionStore()
  const { frames } = usePlacing()
  const given = reactive(blankDatum())
  const needsBoth = computed(() => given.way !== 'place' && given.way !== 'pick')
  const picks = usePairPicks('datum', () => needsBoth.value)
  /** Why it was refused when it was to be made. */
  const refusal = ref('')

  const bodies = computed(() => mechanism.document?.bodies ?? [])
  const onBody = computed(() => {
    const { selected } = selection
    const wanted = given.body ?? (selected?.kind === 'body' ? selected.id : undefined)
    return (bodies.value.find(({ id }) => id === wanted) ?? bodies.value[0])?.id ?? null
  })
  const name = computed(() => given.named.trim() || 'datum')

  const draft = computed(() => {
    const { document } = mechanism
    return document && proposedDatum(document, given, onBody.value, picks.first.value, picks.second.value)
  })
  /** Where it would be, in ground. */
  const inGround = computed((): Frame | null => {
    if (!draft.value?.ok) return null
    const { frame } = draft.value.value
    const body = frames.value.get(draft.value.value.body)
    return body ? multiply(body, frame) : null
  })

  /** What is marked on the model while the form is open. */
  const preview = computed<Candidate | null>(() => {
    if (!draft.value?.ok) return null
    const { body, frame } = draft.value.value
    return { pick: { name: name.value, body }, frame, words: name.value }
  })
  /** Why it cannot be made; worked out only while the form reads it. */
  const fault = computed(() =>
    draft.value && !draft.value.ok ? reasons(draft.value.problems) : refusal.value,
  )

  function put(field: 'position' | 'direction' | 'offset', axis: number, value: Quantity) {
    const read = parseQuantity(value, field === 'direction' ? 'number' : 'length')
    if (!read.ok) return Promise.resolve(read.problems)
    given[field] = given[field].map((v, k) => (k === axis ? value : v)) as Three
    return Promise.resolve([])
  }

  function clear() {
    refusal.value = ''
    picks.clear()
    const { way, body } = given
    Object.assign(given, blankDatum(), { way, body })
  }

  async function make() {
    await mechanism.settled()
    const made = draft.value
    if (!made?.ok) return
    const { datum, document } = made.value
    const refused = await mechanism.replace(`New datum ${name.value}`, document)
    refusal.value = reasons(refused)
    if (refused.length > 0) return
    clear()
    selection.select('datum', datum)
  }

  return {
    ...toRefs(given),
    ...picks,
    needsBoth,
    bodies,
    onBody,
    name,
    inGround,
    preview,
    ready: computed(() => draft.value?.ok === true),
    fault,
    setPosition: (axis: number, value: Quantity) => put('position', axis, value),
    setDirection: (axis: number, value: Quantity) => put('direction', axis, value),
    setOffset: (axis: number, value: Quantity) => put('offset', axis, value),
    clear,
    make,
  }
})
