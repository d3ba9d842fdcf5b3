/** Cues in words, and new ones for what is selected. */
import { cueKinds, cueType } from '@ligamen/core'
import type { AnyCue } from '@ligamen/core'

/** The kinds as they are offered. */
export const CUE_KINDS = cueKinds().map((kind) => ({
  value: kind as AnyCue['kind'],
  title: cueType(kind).title,
}))

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
