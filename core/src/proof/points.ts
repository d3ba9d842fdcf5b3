/** Curves as points to draw: as few as the width needs, without losing an extreme. */
import type { ProbeEvent, Take } from '../motion/take'

export interface Point {
  x: number
  y: number
}

/** Numbers of a take, frame after frame. */
export interface Column {
  readonly values: Float64Array
  readonly stride: number
  readonly first: number
  readonly frames: number
  readonly interval: number
}

/** Value or derivative of a probe; null when the take does not have it. */
export function columnOf(take: Take, probe: string, derivative = 0): Column | null {
  const { probeChannels, probes: values, frames, interval } = take
  const index = probeChannels.findIndex(({ key }) => key === probe)
  if (index < 0) return null
  return { values, stride: 3 * probeChannels.length, first: 3 * index + derivative, frames, interval }
}

export const valueAt = ({ values, stride, first }: Column, frame: number): number =>
  values[first + frame * stride]

/**
 * Points of a stretch of time for a drawing of so many columns of pixels: the first, least, greatest and last value of each;
 * all of them where that is no more. What is not a number leaves a gap.
 * @param factor SI units in one of the unit that is drawn
 */
export function pointsOver(
  column: Column,
  [from, to]: readonly [number, number],
  pixels: number,
  factor: number,
): Point[] {
  const { frames, interval } = column
  const start = Math.max(0, Math.floor(from / interval))
  const end = Math.min(frames - 1, Math.ceil(to / interval))
  const points: Point[] = []
  const put = (frame: number) => points.push({ x: frame * interval, y: valueAt(column, frame) / factor })
  const count = end - start + 1
  if (count <= 4 * pixels) {
    for (let frame = start; frame <= end; frame++) put(frame)
    return points
  }
  for (let pixel = 0; pixel < pixels; pixel++) {
    const a = start + Math.floor((pixel * count) / pixels)
    const b = start + Math.floor(((pixel + 1) * count) / pixels) - 1
    for (const frame of extremesIn(column, a, b)) put(frame)
  }
  return points
}

/** First, least, greatest and last frame from a to b and the first without a value, each once and in order. */
function extremesIn({ values, stride, first }: Column, a: number, b: number): number[] {
  let [low, high, gap] = [-1, -1, -1]
  for (let frame = a, at = first + a * stride; frame <= b; frame++, at += stride) {
    const value = values[at]
    if (Number.isNaN(value)) gap = gap < 0 ? frame : gap
    else {
      if (low < 0 || value < values[first + low * stride]) low = frame
      if (high < 0 || value > values[first + high * stride]) high = frame
    }
  }
  return [...new Set([a, low, high, gap, b])].filter((frame) => frame >= 0).sort((p, q) => p - q)
}

/** Points of one column over another one; where there are very many, evenly thinned. */
export function pointsOverOther(
  x: Column,
  y: Column,
  factors: readonly [number, number],
  most = 4000,
): Point[] {
  const step = Math.max(1, Math.ceil(y.frames / most))
  const points: Point[] = []
  for (let frame = 0; frame < y.frames; frame += step)
    points.push({ x: valueAt(x, frame) / factors[0], y: valueAt(y, frame) / factors[1] })
  if ((y.frames - 1) % step !== 0)
    points.push({ x: valueAt(x, y.frames - 1) / factors[0], y: valueAt(y, y.frames - 1) / factors[1] })
  return points
}

/** Where a probe turns round or passes what was named, as points. */
export const eventPoints = (
  events: readonly ProbeEvent[],
  probe: string,
  [from, to]: readonly [number, number],
  factor: number,
): Point[] => {
  const mine = events.filter((event) => event.probe === probe && event.time >= from && event.time <= to)
  // so many say nothing
  return mine.length > 60 ? [] : mine.map(({ time, value }) => ({ x: time, y: value / factor }))
}
