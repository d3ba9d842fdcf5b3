/** Outlines of toothed wheels for contact: exact involutes, round tips and roots, and what the tool leaves between them. */
import { roundPiece, segment } from '../profiles/piece'
import type { Piece } from '../profiles/piece'
import type { Loop } from '../profiles/profile'
import type { Toothing } from '../transmission'
import { involutePiece } from './involute'
import type { Flank } from './involute'

export interface Teeth {
  readonly toothing: Toothing
  readonly base: number
  /** Radius and half angle from the root to where the involute begins; at least its root. */
  readonly below: Flank
  readonly tip: number
  /** Half the angle of the tooth at its tip [rad]. */
  readonly halfTip: number
  /** Middle of the first tooth [rad]. */
  readonly about: number
}

/** Counter-clockwise. */
export function toothedLoop({ toothing, base, below, tip, halfTip, about }: Teeth): Loop {
  const { teeth } = toothing
  const step = (2 * Math.PI) / teeth
  const [root, halfRoot] = below[0]
  const from = Math.max(base, below[below.length - 1][0])
  return Array.from({ length: teeth }, (_, k): Piece[] => {
    const middle = about + k * step
    const on = ([r, half]: readonly [number, number], side: 1 | -1) =>
      [r * Math.cos(middle + side * half), r * Math.sin(middle + side * half)] as const
    const sides = (side: 1 | -1): Piece[] => {
      const points = below.map((point) => on(point, side))
      if (side > 0) points.reverse()
      return points.slice(1).map((point, i) => segment(points[i], point))
    }
    return [
      ...sides(-1),
      involutePiece(toothing, base, middle, -1, [from, tip]),
      roundPiece([0, 0], tip, middle - halfTip, 2 * halfTip),
      involutePiece(toothing, base, middle, 1, [tip, from]),
      ...sides(1),
      ...(step - 2 * halfRoot > LEAST_ARC
        ? [roundPiece([0, 0], root, middle + halfRoot, step - 2 * halfRoot)]
        : []),
    ]
  }).flat()
}

/** Roots that are hardly any [rad]. */
const LEAST_ARC = 1e-9
