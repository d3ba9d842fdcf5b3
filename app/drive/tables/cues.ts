/** Cues in words, and new ones for what is selected. */
import { cueKinds, cueType } from '@ligamen/core'
import type { AnyCue } from '@ligamen/core'

/** Kinds of picture that are made beside the motion, too; the others are made where pictures are. */
const SEEN_HERE: readonly string[] = ['show', 'hide', 'fade']

const hasPlace = (kind: string) => cueType(kind).apply !== undefined || SEEN_HERE.includes(kind)

/** Cues of the timing chart. */
export type MotionCue = Extract<
  AnyCue,
  { kind: 'take' | 'release' | 'hand-over' | 'suspend' | 'restore' | 'step' | 'show' | 'hide' | 'fade' }
>

/** Whether a cue has its place in the timing chart. */
export const isMotionCue = (cue: AnyCue): cue is MotionCue => hasPlace(cue.kind)

/** The kinds as they are offered. */
export const CUE_KINDS = cueKinds()
  .filter(hasPlace)
  .map((kind) => ({ value: kind as MotionCue['kind'], title: cueType(kind).title }))

/** "Seed packet taken over by Arm". */
export const cueWords = (cue: AnyCue, nameOf: (id: string) => string): string =>
  cueType(cue.kind).words(cue, nameOf)

/** A cue of a kind at a time; null when there is nothing it could change. */
export function newCue(
  kind: AnyCue['kind'],
  bodies: readonly string[],
  targets: readonly string[],
  start: string,
): Omit<AnyCue, 'id'> | null {
  const fields = cueType(kind).draft(bodies, targets)
  return fields && { kind, ...fields, start }
}
