/** What a chart draws: its curves in the take that is shown, in other takes laid over, reference curves, and limits of checks. */
import {
  axisUnit,
  columnOf,
  derivativeWords,
  eventPoints,
  pointsOver,
  pointsOverOther,
  sideOf,
} from '@ligamen/core'
import type { Chart as ChartOfDocument, Point } from '@ligamen/core'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useBoardStore } from './board'
import type { Series } from './series'
import { limitsOf } from './limits'
import { useOverlays } from './useOverlays'

const COLOURS = ['measured', 'curve-2', 'curve-3', 'curve-4', 'curve-5', 'curve-6'] as const

export function useSeries(chart: () => ChartOfDocument) {
  const mechanism = useMechanismStore()
  const run = useRunStore()
  const board = useBoardStore()
  const nameOf = (id: string) => mechanism.document?.probes.find((probe) => probe.id === id)?.name ?? ''

  /** The first curve of each side says its unit. */
  const units = computed(() => {
    const { take } = run
    const { curves, leftUnit, rightUnit } = chart()
    const of = (side: 'left' | 'right') => {
      const first = curves.find((curve) => sideOf(curve) === side)
      const dimension = take?.probeChannels.find(({ key }) => key === first?.probe)?.dimension
      return first && dimension
        ? axisUnit(dimension, first.derivative ?? 0, side === 'left' ? leftUnit : rightUnit)
        : null
    }
    return { left: of('left'), right: of('right') }
  })

  const series = computed<Series[]>(() => {
    const { take } = run
    if (!take || take.frames === 0) return []
    return chart().curves.flatMap((curve, k): Series[] => {
      const derivative = curve.derivative ?? 0
      const column = columnOf(take, curve.probe, derivative)
      const channel = take.probeChannels.find(({ key }) => key === curve.probe)
      const unit = units.value[sideOf(curve)]
      if (!column || !channel || !unit) return []
      const own = axisUnit(channel.dimension, derivative)
      return [
        {
          key: `${curve.probe}/${derivative}/${k}`,
          name: `${derivativeWords[derivative]}${nameOf(curve.probe)}`,
          curve,
          colour: COLOURS[k % COLOURS.length]!,
          // what does not share the dimension of its axis keeps its own unit
          unit: own.dimension === unit.dimension ? unit : own,
          dimension: channel.dimension,
          column,
        },
      ]
    })
  })

  /** What lies along the chart when that is not time. */
  const along = computed(() => {
    const { over } = chart()
    const { take } = run
    const channel = take?.probeChannels.find(({ key }) => key === over)
    const column = take && over !== undefined ? columnOf(take, over) : null
    return channel && column ? { name: nameOf(over!), column, unit: axisUnit(channel.dimension, 0) } : null
  })

  const overlays = useOverlays(() => (along.value ? [] : series.value))

  const pointsOf = ({ column, unit }: Series, pixels: number): Point[] =>
    along.value
      ? pointsOverOther(along.value.column, column, [along.value.unit.factor, unit.factor])
      : pointsOver(column, board.stretch, pixels, unit.factor)

  const eventsOf = ({ curve, unit }: Series): Point[] =>
    along.value || (curve.derivative ?? 0) > 0 || !run.take
      ? []
      : eventPoints(run.take.events, curve.probe, board.stretch, unit.factor)

  const limits = computed(() =>
    along.value ? [] : series.value.flatMap((one) => limitsOf(mechanism.document, run.take?.scenario, one)),
  )

  return { series, units, along, overlays, limits, pointsOf, eventsOf }
}
