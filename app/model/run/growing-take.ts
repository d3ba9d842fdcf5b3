/** A take that grows while it is solved: the parts that come are put together in arrays of its full length. */
import { TAKE_ARRAYS } from '@ligamen/core'
import type { Take, TakePart } from '@ligamen/core'

type ArrayName = (typeof TAKE_ARRAYS)[number]

export class Growing {
  private readonly whole: Record<ArrayName, Float64Array>
  /** Numbers a frame. */
  private readonly width: Record<ArrayName, number>

  constructor({ part, total }: TakePart) {
    const width = (name: ArrayName) => part[name].length / part.frames
    const sized = <T>(of: (name: ArrayName) => T) =>
      Object.fromEntries(TAKE_ARRAYS.map((name) => [name, of(name)])) as Record<ArrayName, T>
    this.width = sized(width)
    this.whole = sized((name) => new Float64Array(total * width(name)))
  }

  /** The take of all frames that have come. */
  add({ from, part }: TakePart): Take {
    const { whole, width } = this
    const frames = from + part.frames
    for (const name of TAKE_ARRAYS) whole[name].set(part[name], from * width[name])
    const views = Object.fromEntries(
      TAKE_ARRAYS.map((name) => [name, whole[name].subarray(0, frames * width[name])]),
    ) as Record<ArrayName, Float64Array>
    return { ...part, ...views, frames }
  }
}
