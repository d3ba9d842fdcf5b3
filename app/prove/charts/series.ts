/** One curve of a chart, ready to be drawn and read. */
import type { AxisUnit, ChartCurve, Column, Dimension } from '@ligamen/core'

export interface Series {
  /** Tells it from others of the chart. */
  readonly key: string
  readonly name: string
  readonly curve: ChartCurve
  /** Token of its colour in the theme. */
  readonly colour: string
  readonly unit: AxisUnit
  readonly dimension: Dimension
  readonly column: Column
}
