/** Edits of the charts of a document. */
import { addChart, reasons } from '@ligamen/core'
import type { Chart, ChartCurve } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'

export function useChartEdits() {
  const mechanism = useMechanismStore()
  const fault = ref('')

  async function tell(edit: ReturnType<typeof mechanism.edit>) {
    fault.value = reasons(await edit)
  }
  const alter = (chart: Chart, words: string, change: (chart: Chart) => void) =>
    tell(
      mechanism.edit(`${chart.name}: ${words}`, (draft) =>
        change(draft.charts!.find(({ id }) => id === chart.id)!),
      ),
    )

  return {
    fault,
    add: (curves: ChartCurve[]) => {
      const first = mechanism.document?.probes.find(({ id }) => id === curves[0]?.probe)
      const wish = { name: first?.name ?? 'Chart', curves }
      return tell(mechanism.edit(`New chart ${wish.name}`, (draft) => void addChart(draft, wish)))
    },
    rename: (chart: Chart, name: string) => alter(chart, 'rename', (own) => (own.name = name)),
    addCurve: (chart: Chart, probe: string) =>
      alter(chart, `show ${mechanism.nameOf(probe)}`, (own) => {
        own.curves.push({ probe, ...sideFor(own, probe) })
      }),
    setCurve: (chart: Chart, k: number, change: Partial<ChartCurve>) =>
      alter(chart, 'curve', (own) => Object.assign(own.curves[k]!, change)),
    removeCurve: (chart: Chart, k: number) => alter(chart, 'hide a curve', (own) => own.curves.splice(k, 1)),
    setOver: (chart: Chart, over: string | null) =>
      alter(chart, 'what lies along it', (own) => {
        if (over === null) delete own.over
        else own.over = over
      }),
    setUnit: (chart: Chart, side: 'left' | 'right', unit: string) =>
      alter(chart, `unit ${unit}`, (own) => (own[`${side}Unit`] = unit)),
    remove: (chart: Chart) =>
      tell(
        mechanism.edit(`Delete chart ${chart.name}`, (draft) => {
          draft.charts = draft.charts!.filter(({ id }) => id !== chart.id)
        }),
      ),
    /** Puts a chart before the one that is at a place. */
    moveTo: (chart: Chart, place: number) =>
      tell(
        mechanism.edit(`Move chart ${chart.name}`, (draft) => {
          const others = draft.charts!.filter(({ id }) => id !== chart.id)
          const own = draft.charts!.find(({ id }) => id === chart.id)!
          draft.charts = [...others.slice(0, place), own, ...others.slice(place)]
        }),
      ),
  }

  /** What is of another kind than the curves on the left goes to the right. */
  function sideFor({ curves }: Chart, probe: string): { axis?: 'right' } {
    const kindOf = (id: string) => mechanism.document?.probes.find((one) => one.id === id)?.kind
    const left = curves.find(({ axis }) => axis !== 'right')
    return left && kindOf(left.probe) !== kindOf(probe) ? { axis: 'right' } : {}
  }
}
