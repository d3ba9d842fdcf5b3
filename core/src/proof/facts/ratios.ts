/** Overall ratios: joints that follow a driven one at a constant ratio, over however many wheels. */
import type { Take } from '../../motion/take'
import type { Evidence } from '../check-type'
import { AT_REST, SAME_RATIO } from '../tolerances'
import { drivenJoints } from './fact'
import type { Fact } from './fact'

const MOST_FACTS = 20

export function ratios(evidence: Evidence): Fact[] {
  const { take } = evidence
  const driven = drivenJoints(evidence)
  const channels = take.coordinateChannels
  const inputs = channels.flatMap(({ coordinate, dimension }, c) =>
    driven.has(coordinate!.joint) && dimension === 'angle' ? [c] : [],
  )
  const found: Fact[] = []
  for (const [c, { coordinate, dimension, name }] of channels.entries()) {
    if (driven.has(coordinate!.joint) || dimension !== 'angle' || found.length === MOST_FACTS) continue
    for (const input of inputs) {
      const ratio = constantRatio(take, input, c)
      // one that turns as far says nothing
      if (ratio === null || Math.abs(Math.abs(ratio) - 1) < SAME_RATIO) continue
      const way = ratio < 0 ? 'the other way' : 'the same way'
      const sentence = `${name} turns ${Number(Math.abs(ratio).toPrecision(6))} times as far as ${channels[input].name}, ${way}.`
      found.push({ kind: 'ratio', sentence, time: null, joint: coordinate!.joint })
      break
    }
  }
  return found
}

/** Rate of one coordinate over that of another where this moves; null when it changes, or moves by itself. */
function constantRatio(
  { frames, coordinateRates: rates, coordinateChannels }: Take,
  input: number,
  output: number,
): number | null {
  const n = coordinateChannels.length
  let fastest = 0
  for (let f = 0; f < frames; f++) fastest = Math.max(fastest, Math.abs(rates[f * n + input]))
  if (fastest === 0) return null
  let ratio: number | null = null
  for (let f = 0; f < frames; f++) {
    const [a, b] = [rates[f * n + input], rates[f * n + output]]
    if (Math.abs(a) < AT_REST * fastest) {
      if (Math.abs(b) > AT_REST * fastest) return null
      continue
    }
    // where it hardly moves the ratio is rounding
    if (Math.abs(a) < 1e-3 * fastest) continue
    if (ratio === null) ratio = b / a
    else if (Math.abs(b / a - ratio) > SAME_RATIO * Math.max(1, Math.abs(ratio))) return null
  }
  return ratio === 0 ? null : ratio
}
