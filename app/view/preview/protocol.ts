/** What a card of the start page and the worker that makes its preview say to each other. */
import type { MechanismDocument } from '@ligamen/core'
import type { Palette } from '../three/palette'
import type { Inks } from '../writing/paint'

export interface ToPreview {
  readonly document: MechanismDocument
  /** Triangles of imported parts by hash. */
  readonly meshes: readonly (readonly [string, Float32Array])[]
  readonly width: number
  readonly height: number
  readonly palette: Palette
  readonly inks: Inks
}

/** Pictures in the order in which they are shown; the last one says that there are no more. */
export type FromPreview = { type: 'picture'; picture: ImageBitmap } | { type: 'done' }

/** Pictures a second, and the most of one preview. */
export const PREVIEW_RATE = 12
const MOST = 60

/** Instants of a preview, evenly over the scenario; a long one goes by faster. @param length [s] */
export function previewTimes(length: number): Float64Array {
  const count = Math.max(2, Math.min(MOST, Math.round(length * PREVIEW_RATE)))
  return Float64Array.from({ length: count }, (_, k) => (k * length) / count)
}
