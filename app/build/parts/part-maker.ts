/** A part of the kit about to be made: its dimensions and place, with a ghost in the view that follows every change. */
import { addPart, freshName, parseQuantity, placementFrame, resolvePart, usualPart } from '@ligamen/core'
import type { Part, Placement, Problem, Quantity, ResolvedPart } from '@ligamen/core'
import { onceAtATime } from '../../model/once-at-a-time'
import { useMechanismStore } from '../../model/document/mechanism'
import { useOverlaysStore } from '../../view/overlays'
import { useSelectionStore } from '../../model/screen/selection'

/** Main axis and zero direction in ground. */
export const AXES = {
  up: { axis: [0, 0, 1], zero: [1, 0, 0] },
  front: { axis: [0, -1, 0], zero: [1, 0, 0] },
  right: { axis: [1, 0, 0], zero: [0, 1, 0] },
} as const

/** Quiet colours that new parts take in turn, so that neighbours differ. */
const COLOURS = ['#8fa3ad', '#c9a66b', '#7f9c8b', '#b58a7a', '#8c93b8', '#a9a58f'] as const

export const usePartMakerStore = defineStore('part-maker', () => {
  const mechanism = useMechanismStore()
  const selection = useSelectionStore()
  const part = shallowRef<Omit<Part, 'id'> | null>(null)
  const place = ref<[Quantity, Quantity, Quantity]>(['0 mm', '0 mm', '0 mm'])
  /** Where the main axis (z) of the part points. */
  const axis = ref<keyof typeof AXES>('up')
  const problems = shallowRef<readonly Problem[]>([])
  /** The last shape that holds. */
  const shape = shallowRef<ResolvedPart | null>(null)

  const pose = computed<Placement>(() => ({
    position: [...place.value],
    ...(axis.value === 'up' ? {} : { axis: [...AXES[axis.value].axis], zero: [...AXES[axis.value].zero] }),
  }))
  /** The ghost's frame; where a typed place cannot be read it stays. */
  const frame = computed(() => placementFrame(pose.value))

  useOverlaysStore().lay({
    ghost: () => (part.value && shape.value ? { part: shape.value, frame: frame.value } : null),
  })

  /** Starts with a kind, standing beside what is there: `beside` is a free place on the ground [m]. */
  function begin(kind: string, beside: readonly [number, number, number]) {
    const usual = usualPart(kind)
    if (!usual || !mechanism.document) return
    place.value = beside.map((v) => `${Math.round(v * 1e3)} mm`) as [string, string, string]
    axis.value = 'up'
    shape.value = null
    const colour = COLOURS[mechanism.document.parts.length % COLOURS.length]!
    change({ ...usual, colour, name: freshName(mechanism.document, usual.name) })
  }

  function change(next: Omit<Part, 'id'>) {
    part.value = next
    const resolved = resolvePart({ ...next, id: 'new' }, '')
    problems.value = resolved.ok ? [] : resolved.problems
    if (resolved.ok) shape.value = resolved.value
  }

  const setDimension = (name: string, value: Quantity) =>
    change({ ...part.value!, dimensions: { ...part.value!.dimensions, [name]: value } })

  function setPlace(k: number, value: Quantity): readonly Problem[] {
    const read = parseQuantity(value, 'length')
    if (!read.ok) return read.problems
    place.value = place.value.map((v, i) => (i === k ? value : v)) as typeof place.value
    return []
  }

  const cancel = () => {
    part.value = null
    problems.value = []
  }

  /** Makes it; what keeps it from being made stays on screen. */
  const make = onceAtATime(async () => {
    const wanted = part.value
    if (!wanted || problems.value.length > 0) return
    let body = ''
    const at = pose.value
    const refused = await mechanism.edit(`Add ${wanted.name}`, (draft) => {
      const added = addPart(draft, wanted, at)
      body = added.body
      return added.document
    })
    problems.value = refused
    if (refused.length > 0) return
    cancel()
    selection.select('body', body)
  })

  return { part, place, axis, problems, shape, frame, begin, change, setDimension, setPlace, cancel, make }
})
