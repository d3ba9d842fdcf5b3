/** Curves as points to draw: as few as the width needs, without losing an extreme. */
import type { Channel, ProbeEvent, Take } from '../motion/take'

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

/** Positions of a coordinate, which is one of the take's channels. */
export const columnOfCoordinate = (
  { coordinateChannels, coordinates: values, frames, interval }: Take,
  channel: Channel,
): Column => ({
  values,
  stride: coordinateChannels.length,
  first: coordinateChannels.indexOf(channel),
  frames,
  interval,
})

export const valueAt = ({ values, stride, first }: Column, frame: number): number =>
  values[first + frame * stride]

/**
 * Points of a stretch of time for a drawing of so many columns of pixels: all frames where there is room, else the least and the
 * greatest of at most two blocks a pixel. What is not a number leaves a gap.
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
  let last = -1
  const put = (frame: number) => {
    // also leaves out a frame that a block does not have
    if (frame <= last || frame > end) return
    last = frame
    points.push({ x: frame * interval, y: valueAt(column, frame) / factor })
  }
  const count = end - start + 1
  if (count <= 4 * pixels) {
    for (let frame = start; frame <= end; frame++) put(frame)
    return points
  }
  const level = Math.floor(Math.log2(count / pixels))
  const size = 2 ** level
  const { low, high, gap } = pyramidOf(column).level(level)
  put(start)
  for (let block = Math.floor(start / size); block <= Math.floor(end / size); block++) {
    const isCut = block * size < start || (block + 1) * size - 1 > end
    if (isCut) {
      const found = extremesIn(column, Math.max(start, block * size), Math.min(end, (block + 1) * size - 1))
      putInOrder(put, ...found)
    } else putInOrder(put, low[block], high[block], gap[block])
  }
  put(end)
  return points
}

/** Puts three frames, the earliest first; for every pixel of every curve, so without a list to sort. */
function putInOrder(put: (frame: number) => void, a: number, b: number, c: number): void {
  const first = Math.min(a, b)
  const second = Math.max(a, b)
  if (c < first) put(c)
  put(first)
  if (c >= first && c < second) put(c)
  put(second)
  if (c >= second) put(c)
}

/** Frames of the least and the greatest value from a to b and the first without one; -1 for none. */
function extremesIn({ values, stride, first }: Column, a: number, b: number): [number, number, number] {
  let [low, high, gap] = [-1, -1, -1]
  for (let frame = a, at = first + a * stride; frame <= b; frame++, at += stride) {
    const value = values[at]
    if (Number.isNaN(value)) gap = gap < 0 ? frame : gap
    else {
      if (low < 0 || value < values[first + low * stride]) low = frame
      if (high < 0 || value > values[first + high * stride]) high = frame
    }
  }
  return [low, high, gap]
}

interface Level {
  /** By block: frames of the least and the greatest value and the first without one; -1 for none. */
  readonly low: Int32Array
  readonly high: Int32Array
  readonly gap: Int32Array
}

/** Extremes of blocks of 1, 2, 4, ... frames, made once, so that a long curve is thinned without looking at all of it. */
class Pyramid {
  private readonly levels: Level[]

  constructor(private readonly column: Column) {
    const { frames } = column
    const own = Int32Array.from({ length: frames }, (_, k) => k)
    const isGap = (frame: number) => Number.isNaN(valueAt(column, frame))
    const known = own.map((frame) => (isGap(frame) ? -1 : frame))
    this.levels = [{ low: known, high: known, gap: own.map((frame) => (isGap(frame) ? frame : -1)) }]
  }

  level(k: number): Level {
    const { levels } = this
    while (levels.length <= k) levels.push(this.above(levels[levels.length - 1]))
    return levels[k]
  }

  private above({ low, high, gap }: Level): Level {
    const { column } = this
    const pick = (list: Int32Array, better: (a: number, b: number) => boolean) =>
      Int32Array.from({ length: Math.ceil(list.length / 2) }, (_, k) => {
        const [a, b] = [list[2 * k], 2 * k + 1 < list.length ? list[2 * k + 1] : -1]
        if (a < 0 || b < 0) return Math.max(a, b)
        return better(valueAt(column, b), valueAt(column, a)) ? b : a
      })
    return {
      low: pick(low, (b, a) => b < a),
      high: pick(high, (b, a) => b > a),
      gap: pick(gap, () => false),
    }
  }
}

const pyramids = new WeakMap<Float64Array, Map<number, Pyramid>>()

function pyramidOf(column: Column): Pyramid {
  const { values, first } = column
  const mine = pyramids.get(values) ?? new Map<number, Pyramid>()
  pyramids.set(values, mine)
  const known = mine.get(first) ?? new Pyramid(column)
  mine.set(first, known)
  return known
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
