/** Cues in words, and new ones from what is selected. */
import type { AnyCue } from '@ligamen/core'

export const CUE_KINDS: readonly { value: AnyCue['kind']; title: string }[] = [
  { value: 'take', title: 'take over a body' },
  { value: 'release', title: 'release a body' },
  { value: 'suspend', title: 'suspend' },
  { value: 'restore', title: 'restore' },
  { value: 'step', title: 'put elsewhere' },
  { value: 'show', title: 'show' },
  { value: 'hide', title: 'hide' },
  { value: 'fade', title: 'fade' },
]

/** "Seed packet taken over by Arm". */
export function cueWords(cue: AnyCue, nameOf: (id: string) => string): string {
  const listed = (ids: readonly string[]) => ids.map(nameOf).join(', ')
  switch (cue.kind) {
    case 'take':
      return `${nameOf(cue.body)} taken over by ${nameOf(cue.by)}`
    case 'release':
      return `${nameOf(cue.body)} released`
    case 'suspend':
      return `${listed(cue.targets)} suspended`
    case 'restore':
      return `${listed(cue.targets)} restored`
    case 'step':
      return `${nameOf(cue.body)} put elsewhere`
    case 'show':
      return `${listed(cue.bodies)} shown`
    case 'hide':
      return `${listed(cue.bodies)} hidden`
    case 'fade':
      return `${listed(cue.bodies)} faded`
  }
}

/** A cue of a kind for what is there; null when there is nothing it could change. */
export function newCue(
  kind: AnyCue['kind'],
  bodies: readonly string[],
  joints: readonly string[],
  start: string,
): Record<string, unknown> | null {
  const [first, second] = bodies
  if (kind === 'take') return first && second ? { kind, body: first, by: second, start } : null
  if (kind === 'release' || kind === 'step') return first ? { kind, body: first, start } : null
  if (kind === 'suspend' || kind === 'restore')
    return joints.length > 0 ? { kind, targets: [...joints], start } : null
  if (!first) return null
  return { kind, bodies: [...bodies], start, ...(kind === 'fade' ? { opacity: 0.2, duration: '0.5 s' } : {}) }
}
