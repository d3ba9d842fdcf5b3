/**
 * Shots: from where a scenario is seen, one after the other on its time axis. They change what is seen and nothing that
 * moves. The kinds are one file each in presentation/shots, whose registry adds their classes to the format.
 */
import { IsIn, IsNumber, IsOptional, Matches, Max, Min } from 'class-validator'
import { lawKinds } from '../../laws/registry'
import type { Quantity } from '../../units/quantity'
import { Nested } from '../rules/nested'
import type { Constructor } from '../rules/nested'
import { NoMotion } from '../rules/no-motion'
import { Entry } from '../rules/references'
import { IsDirection, IsId, IsKindOf, IsName, IsPoint, IsQuantity } from '../rules/rules'
import { IsSpan, Timed } from './timing'

/** From where something is looked at; parallel with a `height`, in perspective without. */
export class View {
  @IsPoint() eye!: [Quantity, Quantity, Quantity]
  @IsPoint() target!: [Quantity, Quantity, Quantity]
  /** Angle between the lower and the upper edge of the picture: 30 deg when left out. */
  @IsOptional() @IsQuantity('angle') opening?: Quantity
  /** What is seen from the lower to the upper edge, in parallel. */
  @IsOptional() @IsQuantity('length') height?: Quantity
  /** Which way is up in the picture: z when left out. */
  @IsOptional() @IsDirection() up?: [number, number, number]
}

/** What all shots have in common; without `start` and `tie` a shot comes when the one before it has ended. */
@Entry('shot')
export class Shot extends Timed {
  @IsId() id!: string
  @IsName() @NoMotion() name!: string
  /** A time, or a share of the scenario. */
  @IsSpan() duration!: Quantity
  /** How long it takes from where the shot before it ends; it cuts when left out. */
  @IsOptional() @IsQuantity('time') @NoMotion() travel?: Quantity
  /** By which motion law the view goes; 3-4-5 when left out. */
  @IsOptional() @IsKindOf(() => [...lawKinds]) @NoMotion() law?: string
  @Nested(() => View) @NoMotion() view!: View
}

export const BACKGROUNDS = ['paper', 'white', 'dark', 'transparent'] as const
export type Background = (typeof BACKGROUNDS)[number]

/** How the pictures of a scenario look. */
export class Picture {
  /** Width to height, "16:9"; the whole view when left out. */
  @IsOptional()
  @Matches(/^[1-9]\d{0,3}:[1-9]\d{0,3}$/, { message: 'frame must be a width and a height, such as 16:9' })
  frame?: string
  /** Behind the model: paper when left out. */
  @IsOptional() @IsIn([...BACKGROUNDS]) background?: Background
  /** Seconds of the scenario in a second of its film: 1 when left out. */
  @IsOptional() @IsNumber() @Min(0.01) @Max(100) speed?: number
}

/** The classes of the kinds: every kind adds its own from its file, by declaration merging. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface ShotKinds {}

/** A shot of any kind. */
export type AnyShot = ShotKinds[keyof ShotKinds]

const classes: Record<string, Constructor> = {}
export const shotClasses: Readonly<Record<string, Constructor>> = classes

/** Adds a kind of shot to the format. */
export function addShotClass(kind: string, type: Constructor): void {
  classes[kind] = type
}
