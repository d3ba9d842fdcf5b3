/** Reference curves: read from a file, laid over the first probe of a chart, deleted. */
import { dimensions, formatNumber, freshId, reasons, slug, unitSymbol, unused } from '@ligamen/core'
import type { Chart, MechanismDocument } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { LARGEST_REFERENCE, readReference } from './read-reference'
import type { Series } from './series'

/** @param told shows why something cannot be done, or takes that away */
export function useReferences(
  chart: () => Chart,
  series: Ref<readonly Series[]>,
  told: (fault: string | null) => boolean,
) {
  const mechanism = useMechanismStore()

  /** Lays a curve over the first probe of the chart. */
  async function layOver(file: File) {
    const first = series.value[0]
    if (!first) return void told('Add a probe to this chart first: the curve is laid over it.')
    if (file.size > LARGEST_REFERENCE)
      return void told(
        `${file.name} has ${formatNumber(file.size / 2 ** 20, 0)} MiB; at most 64 are read. Thin it out.`,
      )
    const { unit, dimension } = first
    const text = await file.text()
    const own = unit.choices.find((one) => unitSymbol(one) === unit.label) ?? dimensions[dimension].unit
    const read = readReference(text, dimension, own)
    if (!read.ok) return void told(`${file.name}: ${read.problems[0]!.message}`)
    const { points, name } = read.value
    const wish = name || file.name.replace(/\.\w+$/, '')
    const refused = await mechanism.edit(`Lay ${wish} over ${first.name}`, (draft: MechanismDocument) => {
      const there = draft.references ?? []
      const own = unused(new Set(there.map((one) => one.name)), wish.slice(0, 110))
      draft.references = [
        ...there,
        { id: freshId(draft, slug(own)), name: own, probe: first.curve.probe, points },
      ]
    })
    told(refused.length > 0 ? reasons(refused) : null)
  }
  const references = computed(() => {
    const probes = new Set(chart().curves.map(({ probe }) => probe))
    return (mechanism.document?.references ?? []).filter(({ probe }) => probes.has(probe))
  })
  async function removeReference(id: string) {
    const refused = await mechanism.edit(`Delete reference ${mechanism.nameOf(id)}`, (draft) => {
      draft.references = draft.references!.filter((one) => one.id !== id)
      // what compares with it goes too
      draft.checks = draft.checks?.filter(({ reference }) => reference !== id)
    })
    told(refused.length > 0 ? reasons(refused) : null)
  }

  return { layOver, references, removeReference }
}
