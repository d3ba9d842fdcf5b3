/** When the bodies of a contact touch in a take, frame by frame. */
import { MARK } from '../motion/force-marks'
import type { ForceMark } from '../motion/force-marks'
import type { Take } from '../motion/take'

/** Two bodies touch from a time to another one [s]. */
export interface ContactStretch {
  readonly kind: Extract<ForceMark['kind'], 'sticks' | 'slides' | 'touches'>
  readonly from: number
  readonly to: number
}

/** In order; where several places touch, they slide as soon as one of them does. @param contact by id */
export function contactStretches(
  { forceMarks, forces, frames, interval }: Take,
  contact: string,
): ContactStretch[] {
  const mine = [...forceMarks.keys()].filter((mark) => forceMarks[mark].id === contact)
  const stretches: { kind: ContactStretch['kind']; from: number; to: number }[] = []
  for (let frame = 0; frame < frames; frame++) {
    const kinds = mine
      .filter((mark) => Number.isFinite(forces[MARK * (frame * forceMarks.length + mark)]))
      .map((mark) => forceMarks[mark].kind as ContactStretch['kind'])
    if (kinds.length === 0) continue
    const kind = kinds.includes('slides') ? 'slides' : kinds[0]
    const last = stretches[stretches.length - 1]
    const time = frame * interval
    const goesOn = last !== undefined && time - last.to < 1.5 * interval
    if (goesOn && last.kind === kind) last.to = time
    else stretches.push({ kind, from: goesOn ? last.to : time, to: time })
  }
  return stretches
}
