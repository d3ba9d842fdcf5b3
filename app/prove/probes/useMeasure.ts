/** Two clicks: what is selected is measured at once where that says all, else the form of a new probe is filled in with it. */
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'
import type { Candidate } from '~/model/picking/picking'
import { useSelectionStore } from '~/model/screen/selection'
import { RELATIONS_OF } from './probe-words'
import { useProbeMakerStore } from './probe-maker'

export function useMeasure() {
  const picking = usePickingStore()
  const selection = useSelectionStore()
  const maker = useProbeMakerStore()
  const mechanism = useMechanismStore()

  /** The place of a datum, or the first one that a body offers. */
  const placeOf = (kind: string, id: string): Candidate | undefined =>
    picking.named.find(({ pick }) =>
      kind === 'datum' ? pick.on === id : kind === 'body' && pick.body === id,
    )

  /** What is measured of a relation first. */
  function kindOfRelation(id: string): string | undefined {
    const relation = mechanism.document?.relations?.find((one) => one.id === id)
    return Object.keys(RELATIONS_OF).find((kind) => relation && RELATIONS_OF[kind]!.includes(relation.kind))
  }

  async function measureSelected() {
    const { selected, all } = selection
    const [first, second] = all.flatMap(({ kind, id }) => placeOf(kind, id) ?? [])
    maker.start()
    if (selected?.kind === 'joint') {
      Object.assign(maker.form, { kind: 'joint-position', joint: selected.id, freedom: '' })
      if (maker.freedoms.length === 0) await maker.make()
    } else if (selected?.kind === 'mate') {
      Object.assign(maker.form, { kind: 'mate-value', mate: selected.id })
      await maker.make()
    } else if (selected?.kind === 'relation' && kindOfRelation(selected.id)) {
      Object.assign(maker.form, { kind: kindOfRelation(selected.id), relation: selected.id })
      await maker.make()
    } else if (all.length === 2 && all.every(({ kind }) => kind === 'body' || kind === 'group')) {
      Object.assign(maker.form, { kind: 'clearance', body: all[0]!.id, other: all[1]!.id })
      await maker.make()
    } else if (first && second) {
      maker.form.kind = 'distance'
      maker.put('first', first)
      maker.put('second', second)
    } else if (first) maker.put('first', first)
    else maker.pick('first')
  }
  return { measureSelected, kindOfRelation }
}
