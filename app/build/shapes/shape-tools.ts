/** Shapes of the bodies that are selected put together or cut out of each other; the one selected first stays. */
import {
  combine,
  identityFrame,
  importedShape,
  inverse,
  listed,
  multiply,
  reasons,
  replaceShape,
} from '@ligamen/core'
import type { Body, Frame, MechanismDocument, Part, Problem } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { meshes } from '~/model/meshes/meshes'
import { usePlacing } from '~/model/pose/usePlacing'
import { useSelectionStore } from '~/model/screen/selection'
import type { FromCut, ToCut } from '~/workers/cut/protocol'
import type { PreparedMesh } from '~/workers/exchange/protocol'
import { Cutter } from './cutter'
import { trianglesIn } from './triangles'

export const useShapeToolsStore = defineStore('shape-tools', () => {
  const mechanism = useMechanismStore()
  const selection = useSelectionStore()
  const { frames } = usePlacing()
  const cutter = new Cutter()
  const fault = ref('')
  const done = ref('')
  const busy = ref(false)

  /** Bodies that are selected, in the order in which they were. */
  const bodies = computed(() =>
    selection.members.flatMap((id) => mechanism.document?.bodies.find((body) => body.id === id) ?? []),
  )
  const isPossible = computed(
    () => bodies.value.length > 1 && bodies.value.length === selection.members.length,
  )
  const names = computed(() => bodies.value.map(({ name }) => name))

  function tell(refused: readonly Problem[], words: string) {
    fault.value = reasons(refused)
    done.value = refused.length === 0 ? words : ''
  }

  async function makeOne() {
    const [first, ...others] = names.value
    const ids = bodies.value.map(({ id }) => id)
    let gone: readonly string[] = []
    const one = (draft: MechanismDocument) => {
      const combined = combine(draft, frames.value, ids)
      gone = combined.gone
      return combined.document
    }
    const refused = await mechanism.edit(`Make ${listed(names.value)} one body`, one, { home: true })
    if (refused.length === 0) selection.select('body', ids[0]!)
    const also = gone.length > 0 ? ` ${listed(gone)} went with it.` : ''
    tell(refused, `${listed(others)} ${others.length > 1 ? 'are' : 'is'} part of ${first} now.${also}`)
  }

  async function cut() {
    const [first, ...others] = bodies.value
    const [name, tools] = [first!.name, listed(names.value.slice(1))]
    busy.value = true
    await mechanism.settled()
    const answer = await cutter.cut(questionOf(mechanism.document!, frames.value, first!, others))
    busy.value = false
    if (answer.type !== 'cut') {
      done.value = ''
      fault.value = refusal(answer, name, tools)
      return
    }
    await meshes.put([{ hash: answer.mesh.stored.hash, mesh: answer.mesh.mesh }])
    const [x, y, z] = answer.mesh.stored.centre
    const change = (draft: MechanismDocument) =>
      replaceShape(draft, first!.id, cutPart(draft, first!, answer.mesh), { position: [x, y, z] })
    const refused = await mechanism.edit(`Cut ${tools} out of ${name}`, change, { home: true })
    tell(
      refused,
      `${name} is cut by ${tools}. Its dimensions cannot be typed any more; Undo brings them back.`,
    )
  }

  function cancel() {
    cutter.cancel()
    busy.value = false
  }

  // what was said belongs to what was selected then
  watch(
    () => selection.members.join(),
    () => {
      cancel()
      fault.value = ''
      done.value = ''
    },
    { flush: 'sync' },
  )

  return { names, isPossible, fault, done, busy, makeOne, cut, cancel }
})

/** Everything in the frame of the body that is cut. */
function questionOf(
  document: MechanismDocument,
  frames: ReadonlyMap<string, Frame>,
  first: Body,
  others: readonly Body[],
): ToCut {
  const trianglesOf = trianglesIn(document)
  const frameOf = ({ id }: Body) => frames.get(id) ?? identityFrame()
  const inFirst = inverse(frameOf(first))
  return {
    from: trianglesOf(first, identityFrame()),
    tools: others.flatMap((one) => trianglesOf(one, multiply(inFirst, frameOf(one)))),
  }
}

function refusal(answer: Exclude<FromCut, { type: 'cut' }>, name: string, tools: string): string {
  if (answer.type === 'failed') return `It cannot be cut: ${answer.message}`
  return {
    open: 'One of them does not enclose a solid, so that it cannot be cut or cut with.',
    apart: `${tools} does not reach into ${name}; move it to where it is to cut.`,
    nothing: `Nothing of ${name} would be left.`,
  }[answer.why]
}

/** The cut shape in the look and the material of the part that the body had. */
function cutPart({ parts }: MechanismDocument, body: Body, { stored }: PreparedMesh): Omit<Part, 'id'> {
  const { name, colour, density, material } = parts.find(({ id }) => id === body.parts[0]!.part)!
  return {
    name,
    ...importedShape(stored),
    colour,
    ...(density === undefined ? {} : { density }),
    ...(material === undefined ? {} : { material }),
  }
}
