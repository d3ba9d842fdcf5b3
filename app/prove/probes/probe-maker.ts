/** The probe that is being made: its kind and what it measures; started by *Measure* from what is selected. */
import { addProbe, jointType, reasons } from '@ligamen/core'
import type { Probe, ProbeWish } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { onceAtATime } from '~/model/once-at-a-time'
import { usePairPicks } from '~/model/picking/pair-picks'
import { usePanelsStore } from '~/model/screen/panels'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import { missingIn, probeName } from './probe-form'
import { demands, directionsOf, namedIn, takes } from './probe-words'

const START = {
  kind: 'datum-position',
  along: 'z' as Probe['along'],
  joint: '',
  freedom: '',
  against: '',
  mate: '',
  spring: '',
  contact: '',
  relation: '',
  body: '',
  other: '',
}

export const useProbeMakerStore = defineStore('probe-maker', () => {
  const mechanism = useMechanismStore()
  const selection = useSelectionStore()
  const open = ref(false)
  const form = reactive({ ...START, expression: '' })
  const fault = ref('')
  const picks = usePairPicks('probe', () => demands(form.kind, 'from'))

  watch(
    () => form.kind,
    (kind) => {
      const directions = directionsOf(kind)
      if (!directions.includes(form.along!)) form.along = demands(kind, 'along') ? 'z' : undefined
      fault.value = ''
    },
  )

  function start(kind = form.kind) {
    usePanelsStore().proof = 'probes'
    useStageStore().go('prove')
    open.value = true
    form.kind = kind
    fault.value = ''
  }
  function end() {
    open.value = false
    picks.clear()
    Object.assign(form, START, { expression: '' })
    fault.value = ''
  }

  /** Freedoms of the joint that is chosen, where it has several. */
  const freedoms = computed(() => {
    const joint = mechanism.document?.joints.find(({ id }) => id === form.joint)
    const all = (joint && jointType(joint.kind)?.freedoms) ?? []
    return all.length > 1 ? all.map(({ name }) => name) : []
  })

  /** What is still missing, in words; empty when it can be made. */
  const missing = computed(() =>
    missingIn(form, [picks.first.value, picks.second.value], freedoms.value.length > 0),
  )

  function wish(): ProbeWish {
    const { kind, along, joint, freedom, against, mate, spring, contact, relation, body, other, expression } =
      form
    const own = (field: keyof Probe) => takes(kind, field)
    return {
      kind,
      name: probeName(form, [picks.first.value, picks.second.value], mechanism.nameOf),
      ...(own('along') && along ? { along } : {}),
      ...(own('joint') ? { joint } : {}),
      ...(own('freedom') && freedom ? { freedom } : {}),
      ...(own('against') ? { against } : {}),
      ...(own('body') ? { body } : {}),
      ...(own('other') ? { other } : {}),
      ...(own('mate') ? { mate } : {}),
      ...(own('spring') ? { spring } : {}),
      ...(own('contact') ? { contact } : {}),
      ...(own('relation') ? { relation } : {}),
      ...(own('datum') && picks.first.value ? { datum: picks.first.value.pick } : {}),
      ...(own('from') && picks.second.value ? { from: picks.second.value.pick } : {}),
      ...(own('expression') ? { expression, of: namedIn(expression, mechanism.document?.probes ?? []) } : {}),
    }
  }

  /** Makes it and selects it. */
  const make = onceAtATime(async () => {
    if (missing.value) {
      fault.value = missing.value
      return
    }
    const made = wish()
    let id = ''
    const refused = await mechanism.edit(`Measure ${made.name}`, (draft) => void (id = addProbe(draft, made)))
    fault.value = reasons(refused)
    if (refused.length > 0) return
    end()
    selection.select('probe', id)
  })

  return { ...picks, form, open, fault, missing, freedoms, start, end, make }
})
