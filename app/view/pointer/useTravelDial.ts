/** The dial or rail of the selected joint: drawn in the Connect stage, its knobs pulled to set limits. */
import { freedomDimension, jointType, parseQuantity } from '@ligamen/core'
import type { JointFreedom, Quantity } from '@ligamen/core'
import { useReadings } from '~/model/pose/useReadings'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useSelectionStore } from '~/model/screen/selection'
import { useStageStore } from '~/model/screen/stage'
import type { DialSpec, Limit } from '~/view/three/travel-dial'
import type { Viewport } from '~/view/three/viewport'

/** Limits are set in steps of this [rad, m]. */
const STEP = { angle: Math.PI / 180, length: 0.0005 }

export function useTravelDial(view: Ref<Viewport | null>) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const selection = useSelectionStore()
  const stage = useStageStore()
  const readings = useReadings()
  /** A limit while its knob is pulled. */
  const pulled = shallowRef<{ limit: Limit; value: number } | null>(null)

  const joint = computed(() => {
    const { selected } = selection
    const found =
      selected?.kind === 'joint' ? mechanism.document?.joints.find(({ id }) => id === selected.id) : undefined
    // a joint of several freedoms has no single dial
    return found && jointType(found.kind)?.freedoms.length === 1 ? found : undefined
  })
  const dimension = computed(() => {
    const [freedom] = jointType(joint.value?.kind ?? '')?.freedoms ?? []
    return freedom ? freedomDimension(freedom) : 'angle'
  })
  const spec = computed<DialSpec | null>(() => {
    const place = run.report?.joints.find(({ id }) => id === joint.value?.id)
    const reading = readings.value.find((r) => r.joint === joint.value?.id)
    if (stage.stage !== 'connect' || !joint.value || !place || !reading) return null
    const settings = joint.value.freedoms?.[0]
    const limit = (name: Limit) =>
      pulled.value?.limit === name ? pulled.value.value : siOf(settings?.[name], dimension.value)
    return {
      body: place.from,
      frame: place.frame,
      turns: dimension.value === 'angle',
      value: reading.value,
      zero: siOf(settings?.zero, dimension.value) ?? 0,
      lower: limit('lower'),
      upper: limit('upper'),
    }
  })
  watch([spec, view], () => view.value?.setDial(spec.value))

  /** Pulls a knob to where the pointer is. */
  function pull(limit: Limit, x: number, y: number) {
    const near = pulled.value?.value ?? spec.value?.[limit] ?? spec.value?.value ?? 0
    const value = view.value?.dialValueAt(x, y, near)
    if (value === null || value === undefined) return
    const step = STEP[dimension.value]
    pulled.value = { limit, value: Math.round(value / step) * step }
  }

  async function letGo() {
    const set = pulled.value
    const target = joint.value
    if (!set || !target) return
    const unit = dimension.value === 'angle' ? 'deg' : 'mm'
    const size = dimension.value === 'angle' ? Math.PI / 180 : 0.001
    const shown = `${Number((set.value / size).toFixed(6))} ${unit}`
    const name = jointType(target.kind)!.freedoms[0]!.name
    await mechanism.edit(`${target.name}: ${set.limit} limit ${shown}`, (draft) => {
      const made = draft.joints.find(({ id }) => id === target.id)!
      const settings: JointFreedom = { ...made.freedoms?.[0], name, [set.limit]: shown }
      made.freedoms = [settings]
    })
    pulled.value = null
  }

  return { pull, letGo }
}

function siOf(quantity: Quantity | undefined, dimension: 'angle' | 'length'): number | null {
  if (quantity === undefined) return null
  const read = parseQuantity(quantity, dimension)
  return read.ok ? read.value : null
}
