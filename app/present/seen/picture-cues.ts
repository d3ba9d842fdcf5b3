/** The cues that make the picture: which they are, in which lane each is, and new ones for what is selected. */
import { cueKinds, cueType } from '@ligamen/core'
import type { AnyCue } from '@ligamen/core'

/** A cue of what is seen. */
export const isPictureCue = (cue: AnyCue): boolean => cueType(cue.kind).see !== undefined

export interface PictureKind {
  readonly value: AnyCue['kind']
  readonly title: string
}

/** The kinds as they are offered. */
export const PICTURE_KINDS: readonly PictureKind[] = cueKinds()
  .filter((kind) => cueType(kind).see)
  .map((kind) => ({ value: kind as AnyCue['kind'], title: cueType(kind).title }))

/** What a new cue is made from. */
export interface Selected {
  readonly bodies: readonly string[]
  readonly joints: readonly string[]
  readonly datums: readonly string[]
  readonly probes: readonly string[]
}

/** What a kind needs that is to be selected first; null when it has what it needs. */
export function missingFor(kind: AnyCue['kind'], selected: Selected): string | null {
  const needs = NEEDS[kind]
  if (!needs || selected[needs].length >= (kind === 'dimension' ? 2 : 1)) return null
  return {
    bodies: 'Select one body or more on the model first.',
    joints: 'Select one joint or more on the model first.',
    datums:
      kind === 'dimension'
        ? 'A dimension needs two datums with a name; make them in Build.'
        : 'A trail needs a datum with a name; make one in Build.',
    probes: 'There is no probe yet; measure something in Prove first.',
  }[needs]
}

const NEEDS: Partial<Record<AnyCue['kind'], keyof Selected>> = {
  show: 'bodies',
  hide: 'bodies',
  fade: 'bodies',
  colour: 'bodies',
  spread: 'bodies',
  value: 'probes',
  curve: 'probes',
  trail: 'datums',
  axes: 'joints',
  dimension: 'datums',
}

/** A new cue of a kind at a time; null where `missingFor` says what it needs. */
export function newPictureCue(
  kind: AnyCue['kind'],
  selected: Selected,
  start: string,
): Omit<AnyCue, 'id'> | null {
  const needs = NEEDS[kind]
  const targets = needs === undefined || needs === 'bodies' ? [] : selected[needs]
  const fields = cueType(kind).draft(selected.bodies, targets)
  return fields && ({ kind, ...fields, start } as Omit<AnyCue, 'id'>)
}

/** The lane of a cue: what it is about, so that what one thing goes through is read along one line. */
export function laneKey(cue: AnyCue): string {
  switch (cue.kind) {
    case 'show':
    case 'hide':
    case 'fade':
      return `shown ${[...cue.bodies].sort().join()}`
    case 'colour':
    case 'spread':
      return `${cue.kind} ${[...cue.bodies].sort().join()}`
    case 'cut':
    case 'uncut':
      return 'cut'
    case 'caption':
    case 'title':
      return 'captions'
    default:
      return cue.kind
  }
}
