/** A take that grows while it is solved: the parts that come are put together in arrays of its full length. */
import type { Take, TakePart } from '@ligamen/core'

const ARRAYS = ['coordinates', 'coordinateRates', 'coordinateAccelerations', 'probes', 'poses'] as const

export class Growing {
  private readonly whole: Record<(typeof ARRAYS)[number], Float64Array>
  /** Numbers a frame. */
  private readonly width: Record<(typeof ARRAYS)[number], number>

  constructor({ part, total }: TakePart) {
    const width = (name: (typeof ARRAYS)[number]) => part[name].length / part.frames
    const sized = <T>(of: (name: (typeof ARRAYS)[number]) => T) =>
      Object.fromEntries(ARRAYS.map((name) => [name, of(name)])) as Record<(typeof ARRAYS)[number], T>
    this.width = sized(width)
    this.whole = sized((name) => new Float64Array(total * width(name)))
  }

  /** The take of all frames that have come. */
  add({ from, part }: TakePart): Take {
    const { whole, width } = this
    const frames = from + part.frames
    for (const name of ARRAYS) whole[name].set(part[name], from * width[name])
    const views = Object.fromEntries(
      ARRAYS.map((name) => [name, whole[name].subarray(0, frames * width[name])]),
    ) as Record<(typeof ARRAYS)[number], Float64Array>
    return { ...part, ...views, frames }
  }
}
