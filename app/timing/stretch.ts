/** The stretch of time that the timing chart shows, from and to [s], within a scenario of some length [s]. */
export type Stretch = readonly [from: number, to: number]

/** The shortest stretch is this share of the scenario; a pixel of it is far below a frame. */
const SHORTEST = 1 / 1000

/** `null` is the whole scenario, whatever its length becomes. */
function within(length: number, start: number, span: number): Stretch | null {
  if (span >= length) return null
  const from = Math.min(length - span, Math.max(0, start))
  return [from, from + span]
}

/** Shows more (factor above 1) or less around a time, which keeps its place on the axis. */
export function zoomed([from, to]: Stretch, length: number, factor: number, around: number): Stretch | null {
  const span = Math.min(length, Math.max(length * SHORTEST, (to - from) * factor))
  return within(length, around - ((around - from) / (to - from)) * span, span)
}

/** The same span later or earlier [s], as far as the scenario goes. */
export const scrolled = ([from, to]: Stretch, length: number, by: number): Stretch | null =>
  within(length, from + by, to - from)

/** Where a time is on the axis, in percent; 0 on a stretch without length. */
export const placeOf = ([from, to]: Stretch, time: number): number =>
  to > from ? (100 * (time - from)) / (to - from) : 0

/** The time at a share of the axis, 0 at its left end and 1 at its right. */
export const timeAt = ([from, to]: Stretch, share: number): number => from + share * (to - from)
