/**
 * What all cues have in common: instants of a scenario that change what holds or what is seen. The kinds themselves are one
 * file each in motion/cues, whose registry adds their classes to the format.
 */
import { IsInt, IsOptional, Max, Min } from 'class-validator'
import type { Quantity } from '../../units/quantity'
import type { Constructor } from '../rules/nested'
import { Entry } from '../rules/references'
import { IsId, IsName, IsQuantity } from '../rules/rules'
import { Timed } from './timing'

@Entry('cue')
export class Cue extends Timed {
  @IsId() id!: string
  @IsOptional() @IsName() name?: string
  /** It comes again and again, after this time each; once when left out. */
  @IsOptional() @IsQuantity('time') every?: Quantity
  /** How often it comes in all; to the end of the scenario when left out. */
  @IsOptional() @IsInt() @Min(2) @Max(100_000) times?: number
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
