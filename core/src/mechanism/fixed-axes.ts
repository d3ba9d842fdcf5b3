/**
 * Turns about axes that keep their direction. Where all links between two frames turn about parallel axes or slide, the
 * turn of one frame against the other is a plain sum of their coordinates: exact, linear, and counting turns by itself.
 */
import { FRAME } from '../maths/frame'
import { FOLLOWS, SLIDES } from './chain'
import { conditionValue, turn } from './conditions'
import { linkTerm } from './rows'
import type { Pair, Term } from './rows'
import type { MotionState } from './state'
import { multiply } from '../maths/frame'
import { PARALLEL } from './tolerances'

/** The turn about z of the pair's first frame; null when some axis between them is not parallel to it. */
export function turnsOfLinks(state: MotionState, pair: Pair): { terms: Term[]; constant: number } | null {
  const { linkMotion, linkSign } = state.mechanism
  const a = multiply(frameOf(state, pair.linkA), pair.frameA)
  const b = multiply(frameOf(state, pair.linkB), pair.frameB)
  const parallelTo = (frame: Float64Array, at: number): number =>
    frame[at + 6] * a[6] + frame[at + 7] * a[7] + frame[at + 8] * a[8]
  if (1 - parallelTo(b, 0) > PARALLEL) return null
  const terms: Term[] = []
  let constant = conditionValue(turn, a, 0, b, 0)
  for (let k = 0; k < pair.links.length; k++) {
    const link = pair.links[k]
    if (linkMotion[link] === FOLLOWS) return null
    if (linkMotion[link] === SLIDES) continue
    const along = parallelTo(state.world, FRAME * link)
    if (1 - Math.abs(along) > PARALLEL) return null
    const factor = pair.signs[k] * linkSign[link] * Math.sign(along)
    terms.push(linkTerm(link, factor))
    constant -= factor * state.q[link]
  }
  return { terms, constant }
}

const frameOf = (state: MotionState, link: number): Float64Array =>
  state.world.slice(FRAME * link, FRAME * link + FRAME)
