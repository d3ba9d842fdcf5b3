/** Charts of a report as drawings: those of the document, and what the drivers do. */
import type { Chart } from '../../document/format/checks'
import { channelOf } from '../../motion/take'
import { axisUnit, derivativeWords, sideOf } from '../axis-unit'
import type { Evidence } from '../check-type'
import { drivenJoints } from '../facts/fact'
import { columnOf, columnOfCoordinate, pointsOver, pointsOverOther } from '../points'
import { chartSvg } from './chart-svg'
import { escaped } from './html'

const PIXELS = 600

const figure = (svg: string, caption: string): string =>
  `<figure>${svg}<figcaption>${escaped(caption)}</figcaption></figure>`

/** Empty where none of its probes is solved. */
export function chartFigure({ document, take }: Evidence, chart: Chart): string {
  const nameOf = (id: string) => document.probes.find((probe) => probe.id === id)?.name ?? id
  const channel = (id: string) => take.probeChannels.find(({ key }) => key === id)
  const over = chart.over === undefined ? null : columnOf(take, chart.over)
  const overUnit = over && axisUnit(channel(chart.over!)!.dimension, 0)
  const labels = { left: '', right: '' }
  const end = (take.frames - 1) * take.interval
  const curves = chart.curves.flatMap((curve) => {
    const derivative = curve.derivative ?? 0
    const column = columnOf(take, curve.probe, derivative)
    if (!column) return []
    const side = sideOf(curve)
    const unit = axisUnit(channel(curve.probe)!.dimension, derivative, chart[`${side}Unit`])
    labels[side] ||= unit.label
    const points =
      over && overUnit
        ? pointsOverOther(over, column, [overUnit.factor, unit.factor], 2000)
        : pointsOver(column, [0, end], PIXELS, unit.factor)
    return [{ name: `${derivativeWords[derivative]}${nameOf(curve.probe)} [${unit.label}]`, side, points }]
  })
  if (curves.length === 0) return ''
  const x = overUnit ? `${nameOf(chart.over!)} [${overUnit.label}]` : 'time [s]'
  return figure(
    chartSvg({ title: chart.name, x, range: over ? null : [0, end], labels, curves }),
    `${chart.name}: ${curves.map(({ name }) => name).join(', ')}`,
  )
}

/** Positions of driven joints over time: what turns in one drawing, what slides in another. */
export function timingFigures(evidence: Evidence): string {
  const { take } = evidence
  if (take.frames < 2) return ''
  const end = (take.frames - 1) * take.interval
  const driven = [...drivenJoints(evidence)].flatMap(
    (joint) => channelOf(take.coordinateChannels, { joint }) ?? [],
  )
  return (['angle', 'length'] as const)
    .map((dimension) => {
      const mine = driven.filter((channel) => channel.dimension === dimension)
      if (mine.length === 0) return ''
      const unit = axisUnit(dimension, 0)
      const curves = mine.map((channel) => ({
        name: channel.name,
        side: 'left' as const,
        points: pointsOver(columnOfCoordinate(take, channel), [0, end], PIXELS, unit.factor),
      }))
      const title = dimension === 'angle' ? 'Driven joints that turn' : 'Driven joints that slide'
      const labels = { left: unit.label, right: '' }
      return figure(chartSvg({ title, x: 'time [s]', range: [0, end], labels, curves }), title)
    })
    .join('\n')
}
