/** The form of a new probe: what is still missing in it, and the name that the probe gets. */
import type { Probe } from '@ligamen/core'
import type { Candidate } from '~/model/picking/picking'
import { ALONG_WORDS, demands, takes } from './probe-words'

export interface ProbeForm {
  readonly kind: string
  readonly along: Probe['along']
  readonly joint: string
  readonly freedom: string
  readonly against: string
  readonly body: string
  readonly other: string
  readonly mate: string
  readonly spring: string
  readonly contact: string
  readonly relation: string
  readonly expression: string
}
type Picked = readonly [Candidate | null, Candidate | null]

/** In words; empty when it can be made. */
export function missingIn(form: ProbeForm, [first, second]: Picked, hasFreedoms: boolean): string {
  const { kind, joint, freedom, against, body, other, mate, spring, contact, relation, expression } = form
  const needs = (field: keyof Probe, isThere: unknown, words: string) =>
    demands(kind, field) && !isThere ? words : ''
  return (
    needs('joint', joint, 'Choose a joint.') ||
    needs('joint', freedom || !hasFreedoms, 'Choose its freedom.') ||
    needs('against', against, 'Choose the joint that it is compared with.') ||
    needs('body', body, 'Choose a body or a group.') ||
    needs('other', other, 'Choose the other body or group.') ||
    needs('mate', mate, 'Choose a mate.') ||
    needs('spring', spring, 'Choose a spring.') ||
    needs('contact', contact, 'Choose a contact.') ||
    needs('relation', relation, 'Choose a relation.') ||
    needs('datum', first, 'Pick a place, on the model or by name.') ||
    needs('from', second, 'Pick the second place.') ||
    needs('expression', expression.trim(), 'Write an expression.')
  )
}

/** A name for people; names are cut at what a document takes. */
export function probeName(form: ProbeForm, [first, second]: Picked, nameOf: (id: string) => string): string {
  const { kind, joint, freedom, against, mate, spring, contact, relation, expression, along } = form
  const place = first?.words ?? ''
  const body = first ? nameOf(first.pick.body) : nameOf(form.body)
  const direction = along && takes(kind, 'along') ? `, ${ALONG_WORDS[along]!}` : ''
  const names: Readonly<Record<string, string>> = {
    'joint-position': freedom ? `${nameOf(joint)}, ${freedom}` : nameOf(joint),
    'mate-value': nameOf(mate),
    'path-length': `Path of ${place}`,
    'mass-centre': `Centre of mass of ${nameOf(form.body)}${direction}`,
    clearance: `Clearance of ${nameOf(form.body)} and ${nameOf(form.other)}`,
    'transmission-angle': `Transmission angle at ${nameOf(joint)}`,
    'velocity-ratio': `${nameOf(joint)} beside ${nameOf(against)}`,
    'spring-length': `Length of ${nameOf(spring)}`,
    'strand-length': `Length of ${nameOf(relation)}`,
    'pressure-angle': `Pressure angle of ${nameOf(relation)}`,
    slip: `Slip of ${nameOf(relation)}`,
    effort: `Effort of ${nameOf(joint)}`,
    power: `Power of ${nameOf(joint)}`,
    'joint-force': `Force in ${nameOf(joint)}${direction}`,
    'joint-moment': `Moment in ${nameOf(joint)}${direction}`,
    'spring-force': `Force of ${nameOf(spring)}`,
    'contact-gap': `Gap of ${nameOf(contact)}`,
    'contact-force': `Force in ${nameOf(contact)}`,
    'contact-slip': `Sliding of ${nameOf(contact)}`,
    'contact-point': `Place of ${nameOf(contact)} on ${nameOf(form.body)}${direction}`,
    'contact-pressure-angle': `Pressure angle of ${nameOf(contact)}`,
    energy: 'Energy',
    expression,
    distance: `${place} to ${second?.words ?? ''}`,
    angle: `Angle of ${place} and ${second?.words ?? ''}`,
    'datum-velocity': `${along ? 'Velocity' : 'Speed'} of ${place}${direction}`,
    'datum-acceleration': `Acceleration of ${place}${direction}`,
    orientation: `Turn of ${body} about ${along ?? ''}`,
    'angular-velocity': `Angular velocity of ${body} about ${along ?? ''}`,
  }
  return (names[kind] ?? `${place}${direction}`).slice(0, 110)
}
