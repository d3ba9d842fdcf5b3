/** The joints that go through a range while the reach of a datum is found: which there are, and the range that each gets at first. */
import { jointType, MOST_REACH, parseQuantity } from '@ligamen/core'
import type { MechanismDocument, Quantity } from '@ligamen/core'
import type { ReachWish } from '~/workers/space/protocol'

export interface Range {
  readonly joint: string
  readonly freedom: string
  readonly dimension: 'length' | 'angle'
  lower: Quantity
  upper: Quantity
}

const UNLIMITED = { angle: ['-180 deg', '180 deg'], length: ['-50 mm', '50 mm'] } as const

/** One for every freedom of every joint, with its limits where it has some. */
export const rangesOf = ({ joints }: MechanismDocument): Range[] =>
  joints.flatMap(({ id, kind, freedoms = [] }) =>
    (jointType(kind)?.freedoms ?? []).map(({ name, motion }): Range => {
      const dimension = motion === 'slide' ? 'length' : 'angle'
      const { lower = UNLIMITED[dimension][0], upper = UNLIMITED[dimension][1] } =
        freedoms.find((one) => one.name === name) ?? {}
      return { joint: id, freedom: name, dimension, lower, upper }
    }),
  )

/** Most steps of one joint. */
const MOST_STEPS = 181

/** As many steps for each joint as there is room for. */
const stepsFor = (joints: number): number =>
  Math.max(2, Math.min(MOST_STEPS, Math.floor(MOST_REACH ** (1 / Math.max(1, joints)) / 2)))

/** What the worker is asked; a value that cannot be read is not a number, which it refuses in words. */
export const askedRanges = (ranges: readonly Range[]): ReachWish['ranges'] =>
  ranges.map(({ joint, freedom, dimension, lower, upper }) => {
    const [from, to] = [lower, upper].map((text) => {
      const read = parseQuantity(text, dimension)
      return read.ok ? read.value : Number.NaN
    })
    return { joint, freedom, lower: from!, upper: to!, steps: stepsFor(ranges.length) }
  })
