/** What the cues of a scenario make of its pictures at a time: all that is seen beside where the bodies are. */
import type { Vector } from '../../maths/vector'

/** Where on the picture something is written. */
export const PLACES = ['above', 'below', 'left', 'right', 'middle'] as const
export type PicturePlace = (typeof PLACES)[number]

/** Something written or drawn on the picture while a cue lasts. */
export interface Shown<C> {
  readonly cue: C
  /** 0 to 1: it comes and goes softly. */
  readonly opacity: number
}

/** A plane beyond which nothing is drawn: points with `normal` x p greater than `distance` are cut away. */
export interface CuttingPlane {
  readonly normal: Vector
  /** [m] */
  readonly distance: number
}

export interface Seen {
  /** By body, 0 (unseen) to 1; those that are not named are as they are. */
  readonly opacities: Map<string, number>
  /** By body, a colour that its own has become by a share. */
  readonly colours: Map<string, { readonly colour: string; readonly share: number }>
  /** By body, how far it is drawn from where it is, in ground [m]. */
  readonly offsets: Map<string, Vector>
  section: CuttingPlane | null
  /** Cues by kind that write or draw something now. */
  readonly shown: Shown<{ readonly kind: string }>[]
}

export const nothingSeen = (): Seen => ({
  opacities: new Map(),
  colours: new Map(),
  offsets: new Map(),
  section: null,
  shown: [],
})

/** How long something that is written takes to come, and to go [s]. */
const SOFTLY = 0.25

/** How much of something is seen that comes and goes within a stretch, 0 to 1. */
export function softly(time: number, start: number, end: number): number {
  const soft = Math.min(SOFTLY, (end - start) / 4)
  if (time < start || time > end) return 0
  if (soft <= 0) return 1
  return Math.min(1, (time - start) / soft, (end - time) / soft)
}
