/** A mate about to be made between two picks, for those who think in faces, axes and points. */
import type { Mate, MateEnd, Problem, Quantity } from '@ligamen/core'
import type { MateAnswer } from '~/workers/solver/questions'
import { useMechanismStore } from '../../model/document/mechanism'
import { usePickingStore } from '../../model/picking/picking'
import type { Candidate } from '../../model/picking/picking'
import { usePoseStore } from '../../model/pose/pose'
import { useSelectionStore } from '../../model/screen/selection'

type As = Exclude<MateEnd['as'], 'path'>

export const useMateMakerStore = defineStore('mate-maker', () => {
  const mechanism = useMechanismStore()
  const picking = usePickingStore()
  const pose = usePoseStore()
  const selection = useSelectionStore()
  const kind = ref<Mate['kind']>('coincident')
  const first = shallowRef<Candidate | null>(null)
  const second = shallowRef<Candidate | null>(null)
  const asFirst = ref<As>('plane')
  const asSecond = ref<As>('plane')
  const radiusFirst = ref<Quantity>('5 mm')
  const radiusSecond = ref<Quantity>('5 mm')
  const value = ref<Quantity | null>(null)
  const inside = ref(false)
  /** Null as the picks lie. */
  const flip = ref<boolean | null>(null)
  const effect = shallowRef<MateAnswer | null>(null)
  const fault = ref('')
  let asked = 0

  const round = (as: As) => as === 'cylinder' || as === 'sphere'
  const measured = computed(() => kind.value === 'angle' || kind.value === 'distance')
  const name = computed(() => {
    const taken = new Set((mechanism.document?.mates ?? []).map((mate) => mate.name))
    const noun = kind.value[0]!.toUpperCase() + kind.value.slice(1)
    for (let k = 1; ; k++) {
      const candidate = k === 1 ? noun : `${noun} ${k}`
      if (!taken.has(candidate)) return candidate
    }
  })

  watch(kind, (now) => {
    value.value = now === 'angle' ? '90 deg' : now === 'distance' ? '10 mm' : null
  })
  watch([first, second], () => {
    picking.picked = [first.value, second.value].filter((pick) => pick !== null)
  })
  watch(
    [
      first,
      second,
      kind,
      asFirst,
      asSecond,
      radiusFirst,
      radiusSecond,
      value,
      inside,
      flip,
      () => mechanism.document,
    ],
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
    const answer = await mechanism.ask('mate', {
      kind: kind.value,
      name: name.value,
      first: first.value.pick,
      second: second.value.pick,
      asFirst: asFirst.value,
      asSecond: asSecond.value,
      ...(round(asFirst.value) ? { radiusFirst: radiusFirst.value } : {}),
      ...(round(asSecond.value) ? { radiusSecond: radiusSecond.value } : {}),
      ...(measured.value && value.value !== null ? { value: value.value } : {}),
      ...(inside.value && kind.value === 'tangent' ? { inside: true } : {}),
      ...(flip.value === null ? {} : { flip: flip.value }),
    })
    if (mine !== asked) return
    effect.value = answer.ok ? answer.value : null
    fault.value = answer.ok ? '' : answer.problems.map(({ message }) => message).join(' ')
    if (effect.value?.poses) pose.still(effect.value.poses)
    else pose.endPreview()
  }

  function pick(side: 'first' | 'second') {
    picking.want(`${side === 'first' ? 'First' : 'Second'} pick of the mate`, (found) => put(side, found))
  }

  function put(side: 'first' | 'second', found: Candidate | null) {
    if (side === 'first') first.value = found
    else second.value = found
    const missing = first.value === null ? 'first' : second.value === null ? 'second' : null
    if (missing && found) pick(missing)
    else picking.stop()
  }

  function clear() {
    first.value = null
    second.value = null
    flip.value = null
    picking.stop()
  }

  async function make(): Promise<readonly Problem[]> {
    const made = effect.value
    if (!made) return []
    const refused = await mechanism.edit(
      `Mate ${name.value}`,
      () => {
        const document = structuredClone(made.document)
        if (!made.holds) document.mates!.find(({ id }) => id === made.made)!.suspended = true
        return document
      },
      { home: true },
    )
    if (refused.length > 0) fault.value = refused.map(({ message }) => message).join(' ')
    else {
      clear()
      selection.select('mate', made.made)
    }
    return refused
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
    make,
  }
})
