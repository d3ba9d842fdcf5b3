/** How the playhead moves: over time, between its marks, and between two frames. Times in seconds. */

export type Range = readonly [number, number]

export interface Playing {
  readonly time: number
  /** Of the motion: 1, or -1 on the way back. */
  readonly direction: 1 | -1
  readonly playing: boolean
}

/** What happens at the end of the range: it stops, starts over, or turns round. */
export interface AtEnd {
  readonly loop: boolean
  readonly thereAndBack: boolean
}

/** Moves on by a stretch of time, which counts in the direction of the motion. */
export function elapsed(
  { time, direction }: Playing,
  stretch: number,
  [from, to]: Range,
  { loop, thereAndBack }: AtEnd,
): Playing {
  const next = time + direction * stretch
  if (next >= from && next <= to) return { time: next, direction, playing: true }
  if (!loop) return { time: to, direction, playing: false }
  if (thereAndBack)
    return next > to
      ? { time: to, direction: -1, playing: true }
      : { time: from, direction: 1, playing: true }
  return { time: to > from ? from + ((next - from) % (to - from)) : from, direction, playing: true }
}

/**
 * The range with its start or end marked at a time; the other mark stays, as far as it lies on the right side. Null for all
 * of it, where nothing is left between the marks.
 */
export function marked(side: 'start' | 'end', now: number, [from, to]: Range, end: number, interval: number) {
  const next: Range = side === 'start' ? [now, to > now ? to : end] : [from < now ? from : 0, now]
  return next[1] - next[0] < interval / 2 ? null : next
}

/** The frame before a time, and the share of the way to the next one. */
export function betweenFrames(
  time: number,
  interval: number,
  last: number,
): { first: number; share: number } {
  const at = time / interval
  const first = Math.min(last, Math.floor(at + 1e-9))
  return { first, share: first < last ? Math.max(0, at - first) : 0 }
}
