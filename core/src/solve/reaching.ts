/**
 * Reaching beyond a singular position: the nearest closed position that a polynomial joins so well that the rows stay
 * closed all the way, which shows that both ends belong to one smooth motion.
 */
import { Piece } from './bridge'
import type { BlockJet } from './bridge'
import { BRIDGE_END, BRIDGE_GAP, JOINS } from './tolerances'
import type { Walk } from './walk'

/** Length of the first bridge that is tried, and of the longest [rad, sizes], and how much longer the next one is. */
const FIRST_LENGTH = 0.01
const LONGEST = 0.6
const LONGER = 1.5
/** Shares of a bridge at which its rows are looked at. */
const LOOKS = [0.15, 0.3, 0.5, 0.7, 0.85]

/** A piece that keeps the rows closed, and the sign of the determinant at its end. */
export interface Joined {
  readonly piece: Piece
  readonly branch: number
}

/** From a position to the nearest closed one beyond. */
export function far(walk: Walk, from: BlockJet): Joined | null {
  const { block, direction } = walk
  const unit = walk.unit(from.slope)
  for (let length = FIRST_LENGTH; length < LONGEST; length *= LONGER) {
    const at = from.at + direction * length * unit
    if (!walk.close(at, from) || block.quality < BRIDGE_END) continue
    const branch = Math.sign(block.regularity)
    const piece = new Piece(from, walk.jet(at))
    if (isClosedAlong(walk, piece)) return { piece, branch }
  }
  return null
}

/**
 * The same from a singular position, of which only tangents are known: two closed positions beyond say how the curve
 * leaves it.
 */
export function farFromSingular(walk: Walk, { at: start, value, slope }: BlockJet): Joined | null {
  const { block, direction } = walk
  const unit = walk.unit(slope)
  const guess = { at: start, value, slope, bend: new Float64Array(slope.length) }
  for (let length = FIRST_LENGTH; length < LONGEST; length *= LONGER) {
    const step = direction * length * unit
    if (!walk.close(start + step, guess) || block.quality < BRIDGE_END) continue
    const near = walk.jet(start + step)
    if (!joins(near.slope, slope, block.scale)) continue
    if (!walk.close(start + 1.5 * step, near)) continue
    const branch = Math.sign(block.regularity)
    const end = walk.jet(start + 1.5 * step)
    const piece = new Piece(new Piece(near, end).jet(start), end)
    if (isClosedAlong(walk, piece)) return { piece, branch }
  }
  return null
}

/** Whether slopes are near those that they were meant to be. */
const joins = (found: Float64Array, meant: Float64Array, scale: Float64Array): boolean =>
  meant.every((v, i) => Math.abs(found[i] - v) < JOINS * Math.max(scale[i], Math.abs(v)))

function isClosedAlong(walk: Walk, piece: Piece): boolean {
  const { from, to } = piece
  return LOOKS.every((share) => {
    const at = from.at + share * (to.at - from.at)
    return walk.follow(piece, at) && walk.block.gap < BRIDGE_GAP
  })
}
