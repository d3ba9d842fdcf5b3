/** Values over time as a line to draw: their range, and a path with the extremes of every column of pixels. */

/** Where the values of a quantity are in a take: one every `stride` numbers, from `first` on. */
export interface Samples {
  readonly values: Float64Array
  readonly stride: number
  readonly first: number
  readonly frames: number
}

export const sampleAt = ({ values, stride, first }: Samples, frame: number): number =>
  values[first + stride * frame] ?? 0

/** Lowest and highest value; null when there is none. */
export function rangeOf(samples: Samples): readonly [number, number] | null {
  let low = Infinity
  let high = -Infinity
  for (let frame = 0; frame < samples.frames; frame++) {
    const value = sampleAt(samples, frame)
    if (!Number.isFinite(value)) continue
    if (value < low) low = value
    if (value > high) high = value
  }
  return low <= high ? [low, high] : null
}

/**
 * An SVG path over the frames `from` to `to`, which need not be whole: x runs from 0 at `from` to `width` at `to`, y from
 * 0 at the highest value of `range` to 1 at the lowest. No more than two points are drawn for each unit of x, the
 * extremes in the order in which they come, so that a peak of one frame is not lost. Where there is no value it is broken.
 */
export function curvePath(
  samples: Samples,
  range: readonly [number, number],
  from: number,
  to: number,
  width: number,
): string {
  const first = Math.max(0, Math.floor(from))
  const last = Math.min(samples.frames - 1, Math.ceil(to))
  if (last < first || !(to > from)) return ''
  const [low, high] = range
  const across = width / (to - from)
  const point = (frame: number) => {
    const y = high > low ? (high - sampleAt(samples, frame)) / (high - low) : 0.5
    return `${round((frame - from) * across)} ${round(y)}`
  }
  const step = Math.max(1, 1 / across)
  let path = ''
  let isDown = false
  const draw = (frame: number) => {
    const isThere = Number.isFinite(sampleAt(samples, frame))
    if (isThere) path += (isDown ? 'L' : 'M') + point(frame)
    isDown = isThere
  }
  draw(first)
  for (let start = first + 1; start <= last;) {
    const end = Math.min(last, Math.max(start, Math.floor(start + step) - 1))
    let least = start
    let most = start
    for (let frame = start + 1; frame <= end; frame++) {
      const value = sampleAt(samples, frame)
      // from what is none on, whatever is there counts
      if (value < sampleAt(samples, least) || !Number.isFinite(sampleAt(samples, least))) least = frame
      if (value > sampleAt(samples, most) || !Number.isFinite(sampleAt(samples, most))) most = frame
    }
    draw(Math.min(least, most))
    if (least !== most) draw(Math.max(least, most))
    start = end + 1
  }
  return path
}

const round = (value: number) => Math.round(value * 1e4) / 1e4
