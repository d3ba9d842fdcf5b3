/** What is seen at a time of a scenario, as its cues say, one after the other. */
import type { AnyCue } from '../document/format/cues'
import { cueTimes } from '../motion/cues/cue-type'
import { cueType } from '../motion/cues/registry'
import { nothingSeen, softly } from '../motion/cues/seen'
import type { Seen } from '../motion/cues/seen'

/** A cue of what is seen, each time it comes [s]. */
export interface TimedCue {
  readonly cue: AnyCue
  readonly start: number
  readonly end: number
}

/**
 * Cues that change what is seen, in the order in which they come.
 * @param timesOf of an entry; undefined while it is not known @param length of the scenario [s]
 */
export const timedCues = (
  cues: readonly AnyCue[],
  timesOf: (id: string) => { readonly start: number; readonly end: number } | undefined,
  length: number,
): TimedCue[] =>
  cues
    .flatMap((cue): TimedCue[] => {
      const times = cueType(cue.kind).see && timesOf(cue.id)
      if (!times || !(times.start >= 0)) return []
      const lasts = times.end - times.start
      return cueTimes(cue, times.start, length).map((start) => ({ cue, start, end: start + lasts }))
    })
    .sort((a, b) => a.start - b.start)

/** @param cues in the order in which they come */
export function seenAt(cues: readonly TimedCue[], time: number): Seen {
  const seen = nothingSeen()
  for (const { cue, start, end } of cues) {
    if (start > time + SAME) break
    const type = cueType(cue.kind)
    if (type.lasts && time > end + SAME) continue
    const share = end > start ? Math.min(1, (time - start) / (end - start)) : 1
    type.see!(cue, seen, share, softly(time, start, end))
  }
  return seen
}

/** The datums whose trails are shown. */
export const tracedDatums = ({ shown }: Pick<Seen, 'shown'>): string[] =>
  shown.flatMap(({ cue }) => {
    const one = cue as AnyCue
    return one.kind === 'trail' ? one.datums : []
  })

/** Times closer than this are one [s]. */
const SAME = 1e-9
