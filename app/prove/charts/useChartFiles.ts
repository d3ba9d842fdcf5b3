/** A chart as a file: CSV, JSON, PNG, SVG. */
import Papa from 'papaparse'
import { chartSvg, Signal, slug } from '@ligamen/core'
import type { Chart, Derivative } from '@ligamen/core'
import { useRunStore } from '~/model/run/run'
import { saveFile } from '~/model/save-file'
import { useBoardStore } from './board'
import { useReferences } from './useReferences'
import { useSeries } from './useSeries'

const bytes = (text: string) => new TextEncoder().encode(text)

export function useChartFiles(chart: () => Chart) {
  const run = useRunStore()
  const board = useBoardStore()
  const fault = ref('')
  const { series, along, units, pointsOf } = useSeries(chart)
  const fileName = (ending: string) => `${slug(chart().name)}.${ending}`

  /** Times and values of every curve. @param every seconds between rows; frames when left out */
  function rows(every?: number) {
    const { take } = run
    if (!take || take.frames === 0) return null
    const end = (take.frames - 1) * take.interval
    const interval = every ?? take.interval
    const times = Array.from({ length: Math.floor(end / interval + 1e-9) + 1 }, (_, k) => k * interval)
    const curves = series.value.map((one) => {
      const signal = Signal.of(take, one.curve.probe, (one.curve.derivative ?? 0) as Derivative)!
      return {
        name: one.name,
        unit: one.unit.label,
        values: times.map((t) => signal.valueAt(t) / one.unit.factor),
      }
    })
    return { times, curves }
  }
  const told = (text: string | null) => {
    fault.value = text ?? ''
    return text === null
  }

  function csv(every?: number) {
    const found = rows(every)
    if (!told(found ? null : 'There is no motion to write yet; solve the scenario.') || !found) return
    const fields = ['time [s]', ...found.curves.map(({ name, unit }) => `${name} [${unit || 1}]`)]
    const data = found.times.map((time, k) => [
      Number(time.toPrecision(12)),
      ...found.curves.map(({ values }) => (Number.isNaN(values[k]) ? '' : values[k])),
    ])
    saveFile(fileName('csv'), bytes(`${Papa.unparse({ fields, data })}\n`))
  }
  function json() {
    const found = rows()
    if (!told(found ? null : 'There is no motion to write yet; solve the scenario.') || !found) return
    saveFile(fileName('json'), bytes(`${JSON.stringify({ chart: chart().name, ...found }, null, 1)}\n`))
  }
  function png(url: string | null) {
    if (!told(url ? null : 'There is nothing drawn yet.') || !url) return
    const data = atob(url.slice(url.indexOf(',') + 1))
    saveFile(
      fileName('png'),
      Uint8Array.from(data, (letter) => letter.charCodeAt(0)),
    )
  }
  function svg() {
    const curves = series.value.map((one) => ({
      name: `${one.name} [${one.unit.label}]`,
      side: one.curve.axis ?? ('left' as const),
      points: pointsOf(one, 1200),
    }))
    const x = along.value ? `${along.value.name} [${along.value.unit.label}]` : 'time [s]'
    const range = along.value ? null : board.stretch
    const labels = { left: units.value.left?.label ?? '', right: units.value.right?.label ?? '' }
    saveFile(fileName('svg'), bytes(chartSvg({ title: chart().name, x, range, labels, curves })))
  }

  return { fault, csv, json, png, svg, ...useReferences(chart, series, told) }
}
