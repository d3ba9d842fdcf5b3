/** A mark on the face of a wheel, by which its turning is seen: a thin line from near its axis to near its rim. */
import { extrude, rectangle } from '../mesh/mesh'
import type { Mesh } from '../mesh/mesh'
import type { Extras, OptionSpec } from '../shape'

export const markOption: OptionSpec = { label: 'Mark', choices: { none: 'none', line: 'a line toward x' } }

/** How high it is, as a share of the radius. */
const HEIGHT = 0.01

/** @param from radius at which it begins @param to at which it ends @param top of the face */
export const markSolids = ({ options }: Extras, from: number, to: number, top: number): Mesh[] =>
  options.mark === 'line'
    ? [extrude(rectangle((from + to) / 2, 0, to - from, 0.06 * to), [], top, top + HEIGHT * to)]
    : []
