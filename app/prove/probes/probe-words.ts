/** Kinds of probe in words, and names that expressions have for probes. */
import { needsOfProbe } from '@ligamen/core'
import type { Probe } from '@ligamen/core'

/** What a person chooses from. */
export const PROBE_WORDS: Readonly<Record<string, string>> = {
  'joint-position': 'Position of a joint',
  'datum-position': 'Position of a place',
  'datum-velocity': 'Velocity or speed of a place',
  'datum-acceleration': 'Acceleration of a place',
  orientation: 'Orientation of a body',
  'angular-velocity': 'Angular velocity of a body',
  distance: 'Distance of two places',
  angle: 'Angle between two axes',
  'mate-value': 'Value of a mate',
  'spring-length': 'Length of a spring',
  'strand-length': 'Length of a cord or belt',
  'path-length': 'Length of the path of a place',
  'mass-centre': 'Centre of mass of a body or group',
  clearance: 'Clearance of two bodies or groups',
  'transmission-angle': 'Transmission angle at a hinge',
  'pressure-angle': 'Pressure angle of a cam or of teeth',
  'velocity-ratio': 'Ratio of the speeds of two joints',
  slip: 'Slip of wheels, of a rack or a belt',
  effort: 'Force or torque along a joint',
  power: 'Power along a joint',
  'joint-force': 'Force in a joint',
  'joint-moment': 'Moment in a joint',
  'spring-force': 'Force of a spring',
  'contact-gap': 'Gap of a contact',
  'contact-force': 'Force in a contact',
  'contact-slip': 'Sliding of a contact',
  'contact-point': 'Place of a contact on a body',
  'contact-pressure-angle': 'Pressure angle of a contact',
  energy: 'Energy of the whole mechanism',
  expression: 'Expression of other probes',
}

/** Relations that a kind measures, by their kinds. */
export const RELATIONS_OF: Readonly<Record<string, readonly string[]>> = {
  'strand-length': ['cord', 'belt'],
  'pressure-angle': ['cam', 'gear', 'rack'],
  slip: ['gear', 'rack', 'belt'],
}

/** A position along x, y or z needs one of them; a speed may do without. */
export const ALONG_WORDS: Readonly<Record<string, string>> = {
  x: 'along x',
  y: 'along y',
  z: 'along z',
  path: 'along its path',
  across: 'across its path',
}

/** What `along` may be for a kind; empty where it has no use. */
export function directionsOf(kind: string): readonly NonNullable<Probe['along']>[] {
  const { fields, optional = [], along = ['x', 'y', 'z'] } = needsOfProbe(kind)
  return fields.includes('along') || optional.includes('along') ? along : []
}

export const takes = (kind: string, field: keyof Probe): boolean => {
  const { fields, optional = [] } = needsOfProbe(kind)
  return fields.includes(field) || optional.includes(field)
}

export const demands = (kind: string, field: keyof Probe): boolean =>
  needsOfProbe(kind).fields.includes(field)

/** A name for an expression: "Beam tip height" becomes "beam_tip_height". */
const wordOf = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 28) || 'probe'

/** Names that expressions have for probes, each once. */
export function expressionNames(probes: readonly { id: string; name: string }[]): Map<string, string> {
  const names = new Map<string, string>()
  const taken = new Set<string>()
  for (const { id, name } of probes) {
    const word = wordOf(name)
    let free = word
    for (let k = 2; taken.has(free); k++) free = `${word}_${k}`
    taken.add(free)
    names.set(id, free)
  }
  return names
}

/** The probes that an expression names. @param given names that stand already, which come first */
export function namedIn(
  expression: string,
  probes: readonly { id: string; name: string }[],
  given: NonNullable<Probe['of']> = [],
): NonNullable<Probe['of']> {
  const words = new Set(expression.match(/[a-z][a-z0-9_]*/gi))
  const kept = given.filter(({ as }) => words.has(as))
  const known = new Set(kept.map(({ as }) => as))
  const others = [...expressionNames(probes)].filter(([, as]) => words.has(as) && !known.has(as))
  return [...kept, ...others.map(([probe, as]) => ({ as, probe }))]
}
