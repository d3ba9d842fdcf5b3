/** The swept volume of a body or group over a stretch of the motion: what is asked, and what was found of which motion. */
import { bodiesOfGroup, parseQuantity } from '@ligamen/core'
import type { Quantity, Take } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { meshes } from '~/model/meshes/meshes'
import { useRunStore } from '~/model/run/run'
import type { Swept } from '~/workers/space/protocol'
import type { Ask } from './useSpaceWorker'

const siOf = (text: Quantity, dimension: 'time' | 'length') => {
  const read = parseQuantity(text, dimension)
  return read.ok ? read.value : Number.NaN
}

interface Form {
  body: string
  from: Quantity
  /** The end of the motion for null. */
  to: Quantity | null
  within: Quantity
}

const START: Form = { body: '', from: 0, to: null, within: '0.2 mm' }

interface Found {
  readonly name: string
  readonly swept: Swept
  readonly of: Take
}

export function useSweep(ask: Ask) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const form = reactive<Form>({ ...START })
  const found = shallowRef<Found | null>(null)

  async function find() {
    const { document, scenario } = mechanism
    const { take } = run
    if (!document || !scenario || !take) return
    const answer = await ask({
      type: 'sweep',
      document: JSON.parse(JSON.stringify(document)),
      scenario: scenario.id,
      meshes: meshes.atHand(document.parts.flatMap(({ mesh }) => mesh ?? [])),
      bodies: bodiesOfGroup(document, form.body),
      from: siOf(form.from, 'time'),
      to: form.to === null ? (take.frames - 1) * take.interval : siOf(form.to, 'time'),
      within: siOf(form.within, 'length'),
    })
    if (answer?.type === 'swept')
      found.value = { name: mechanism.nameOf(form.body), swept: answer.swept, of: take }
  }
  function clear() {
    found.value = null
    Object.assign(form, START)
  }

  return {
    form,
    found,
    isOld: computed(() => found.value !== null && found.value.of !== run.take),
    find,
    clear,
  }
}
