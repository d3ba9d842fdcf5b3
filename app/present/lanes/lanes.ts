/** The lanes of the Present stage: what each thing goes through over the time of the scenario, as blocks or as a curve. */
import { cueType, seenAt } from '@ligamen/core'
import type { AnyCue, Seen, TimedCue } from '@ligamen/core'
import { laneKey } from '../seen/picture-cues'

/** A cue each time it comes, as a stretch of the axis [s]. */
export interface Block {
  readonly cue: AnyCue
  readonly start: number
  readonly end: number
  readonly words: string
}

export interface SeenLane {
  readonly key: string
  readonly name: string
  readonly note: string
  readonly blocks: readonly Block[]
  /** Of lanes whose cues change a number: its course over the whole axis, times and shares of its range from 0 to 1. */
  readonly course: readonly (readonly [number, number])[] | null
}

/** Points between the ends of a change. */
const POINTS = 12

/**
 * @param cues in the order in which they come
 * @param length of the scenario [s]
 */
export function seenLanes(
  cues: readonly TimedCue[],
  length: number,
  nameOf: (id: string) => string,
): SeenLane[] {
  const lanes = new Map<string, TimedCue[]>()
  for (const timed of cues) {
    const key = laneKey(timed.cue)
    const lane = lanes.get(key)
    if (lane) lane.push(timed)
    else lanes.set(key, [timed])
  }
  return [...lanes].map(([key, own]) => {
    const words = (cue: AnyCue) => cueType(cue.kind).words(cue, nameOf)
    const read = reading(own[0]!.cue)
    return {
      key,
      name: nameOfLane(own[0]!.cue, nameOf),
      note: own.length === 1 ? words(own[0]!.cue) : `${own.length} cues`,
      blocks: own.map(({ cue, start, end }) => ({
        cue,
        start,
        end: Math.min(end, length),
        words: words(cue),
      })),
      course: read && courseOf(own, length, read),
    }
  })
}

function nameOfLane(cue: AnyCue, nameOf: (id: string) => string): string {
  if ('bodies' in cue) return cue.bodies.map(nameOf).join(', ')
  switch (laneKey(cue)) {
    case 'cut':
      return 'Cutting plane'
    case 'captions':
      return 'Captions'
    default:
      return { value: 'Values', curve: 'Curves', trail: 'Trails', axes: 'Axes', dimension: 'Dimensions' }[
        cue.kind as string
      ]!
  }
}

/** What is drawn as the course of a lane; null for lanes of blocks. */
function reading(cue: AnyCue): ((seen: Seen) => number) | null {
  switch (cue.kind) {
    case 'show':
    case 'hide':
    case 'fade':
      return ({ opacities }) => opacities.get(cue.bodies[0] ?? '') ?? 1
    case 'colour':
      return ({ colours }) => colours.get(cue.bodies[0] ?? '')?.share ?? 0
    case 'spread':
      return ({ offsets }) => Math.hypot(...(offsets.get(cue.bodies[0] ?? '') ?? [0, 0, 0]))
    case 'cut':
    case 'uncut':
      return ({ section }) => section?.distance ?? Number.NaN
    default:
      return null
  }
}

function courseOf(
  cues: readonly TimedCue[],
  length: number,
  read: (seen: Seen) => number,
): [number, number][] {
  const times = new Set([0, length])
  for (const { start, end } of cues) {
    if (start > 0) times.add(Math.max(0, start - 1e-6))
    for (let k = 0; k <= POINTS; k++) times.add(Math.min(length, start + (k / POINTS) * (end - start)))
  }
  const points = [...times].sort((a, b) => a - b).map((time) => [time, read(seenAt(cues, time))] as const)
  const known = points.flatMap(([, value]) => (Number.isNaN(value) ? [] : [value]))
  // opacity and colour are shares already
  const low = Math.min(0, ...known)
  const high = Math.max(...known, known.some((value) => value > 1 || value < 0) ? -Infinity : 1)
  const span = high - low || 1
  return points.map(([time, value]) => [time, Number.isNaN(value) ? Number.NaN : (value - low) / span])
}
