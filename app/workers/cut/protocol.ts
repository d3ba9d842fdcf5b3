/** What the screen and the worker that cuts say to each other. Cancelling is ending the worker. */
import type { PreparedMesh } from '../exchange/protocol'

/** Closed solids, nine numbers a triangle, in the frame of what is cut [m]. */
export interface ToCut {
  readonly from: readonly Float32Array[]
  readonly tools: readonly Float32Array[]
}

export type FromCut =
  | { type: 'cut'; mesh: PreparedMesh }
  /** Not closed, apart from each other, or nothing would be left. */
  | { type: 'refused'; why: 'open' | 'apart' | 'nothing' }
  | { type: 'failed'; message: string }
