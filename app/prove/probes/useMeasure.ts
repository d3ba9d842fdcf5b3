/** Two clicks: what is selected is measured at once where that says all, else the form of a new probe is filled in with it. */
import { usePickingStore } from '~/model/picking/picking'
import type { Candidate } from '~/model/picking/picking'
import { useSelectionStore } from '~/model/screen/selection'
import { useProbeMakerStore } from './probe-maker'

export function useMeasure() {
  const picking = usePickingStore()
  const selection = useSelectionStore()
  const maker = useProbeMakerStore()

  /** The place of a datum, or the first one that a body offers. */
  const placeOf = (kind: string, id: string): Candidate | undefined =>
    picking.named.find(({ pick }) =>
      kind === 'datum' ? pick.on === id : kind === 'body' && pick.body === id,
    )

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
    } else if (first && second) {
      maker.form.kind = 'distance'
      maker.put('first', first)
      maker.put('second', second)
    } else if (first) maker.put('first', first)
    else maker.pick('first')
  }
  return { measureSelected }
}
