/** What the screen and the worker that makes films say to each other. */
import type { Camera, MechanismDocument } from '@ligamen/core'
import type { Palette } from '~/view/three/palette'
import type { Inks } from '~/view/writing/paint'

export const FORMATS = ['mp4', 'webm', 'gif', 'png'] as const
export type FilmFormat = (typeof FORMATS)[number]

/** How a film is made; kept beside it, so that it can be made again. */
export interface FilmSettings {
  readonly format: FilmFormat
  readonly width: number
  readonly height: number
  /** Pictures a second. */
  readonly rate: number
  /** Seconds of the scenario in a second of the film. */
  readonly speed: number
  readonly quality: 'draft' | 'good' | 'best'
  /** Plain as the working view, or things as they are. */
  readonly look: 'drawing' | 'showing'
  /** How many times a pixel is looked at, so that edges are smooth. */
  readonly samples: 4 | 16
}

/** A scenario of a film, from one time to another [s]. Films show one or more of them, one after the other. */
export interface Stretch {
  readonly scenario: string
  readonly from: number
  readonly to: number
}

/** All that a film is made of. It is stored with its frames, so that it goes on after the page was closed. */
export interface FilmPlan {
  readonly id: string
  readonly name: string
  /** When it was asked for, as ISO 8601. */
  readonly asked: string
  readonly mechanism: string
  readonly document: MechanismDocument
  readonly stretches: readonly Stretch[]
  /** From where it is seen while there is no shot; all of it from above its corner for null. */
  readonly view: Camera | null
  readonly settings: FilmSettings
  readonly palette: Palette
  readonly inks: Inks
}

export type ToFilm =
  /** Makes a film from the first frame that is not there on; triangles of imported parts by hash. */
  { type: 'make'; plan: FilmPlan; meshes: readonly (readonly [string, Float32Array])[] }

export type FromFilm =
  | { type: 'solving' }
  /** A frame is kept; now and then with a small picture of it. */
  | { type: 'frame'; done: number; total: number; preview: ImageBitmap | null }
  /** Frames are put into the file. */
  | { type: 'writing'; done: number; total: number }
  | { type: 'made'; bytes: number }
  | { type: 'failed'; message: string }

/** Times of the frames of a stretch [s of its scenario]. */
export function frameTimes({ from, to }: Stretch, { rate, speed }: FilmSettings): Float64Array {
  const count = Math.max(1, Math.round(((to - from) / speed) * rate))
  return Float64Array.from({ length: count }, (_, k) => from + (k * speed) / rate)
}

/** How many frames a film has. */
export const frameCount = ({ stretches, settings }: Pick<FilmPlan, 'stretches' | 'settings'>): number =>
  stretches.reduce((sum, stretch) => sum + frameTimes(stretch, settings).length, 0)
