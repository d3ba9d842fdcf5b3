/**
 * What all cues have in common: instants of a scenario that change what holds or what is seen. The kinds themselves are one
 * file each in motion/cues, whose registry adds their classes to the format.
 */
import { IsOptional } from 'class-validator'
import type { Constructor } from '../rules/nested'
import { Entry } from '../rules/references'
import { IsId, IsName } from '../rules/rules'
import { Timed } from './timing'

@Entry('cue')
export class Cue extends Timed {
  @IsId() id!: string
  @IsOptional() @IsName() name?: string
}

/** The classes of the kinds: every kind adds its own from its file, by declaration merging. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface CueKinds {}

/** A cue of any kind. */
export type AnyCue = CueKinds[keyof CueKinds]

const classes: Record<string, Constructor> = {}
export const cueClasses: Readonly<Record<string, Constructor>> = classes

/** Adds a kind of cue to the format. */
export function addCueClass(kind: string, type: Constructor): void {
  classes[kind] = type
}
