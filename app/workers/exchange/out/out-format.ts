/**
 * What a format of written files states: its words, and how a mechanism is written in it. The screen lists the formats, so
 * kernels are loaded only when something is written. Every format is one file, listed in registry.ts.
 */
import type { Camera, MechanismDocument, Result, StoredTriangles } from '@ligamen/core'

/** What is written. */
export interface Asked {
  readonly document: MechanismDocument
  /** Seven numbers a body, in ground. */
  readonly poses: Float64Array
  /** Triangles of imported parts, by their hash. */
  readonly meshes: Readonly<Record<string, StoredTriangles>>
  /** For formats that hold a motion. */
  readonly motion?: AskedMotion
  /** For drawings. */
  readonly picture?: AskedPicture
}

/** From where a drawing is seen, and how large it is [px]. */
export interface AskedPicture {
  readonly camera: Camera
  readonly width: number
  readonly height: number
  /** Whether nothing is behind it. */
  readonly isBare: boolean
}

/** What of a scenario's motion is written. */
export interface AskedMotion {
  readonly scenario: string
  /** Time between two rows [s]; that of frames for null. */
  readonly every: number | null
  /** Ids of what is written of it. */
  readonly bodies: readonly string[]
  readonly joints: readonly string[]
}

export interface Written {
  /** Of the file, such as "glb". */
  readonly ending: string
  readonly bytes: Uint8Array
  /** What the format cannot hold. */
  readonly leftOut?: readonly string[]
}

export interface OutFormat {
  readonly kind: string
  readonly name: string
  /** What is in it, in a few words. */
  readonly note: string
  /** @param base name of the file, without its ending. Errors: those of opening the document. */
  write(asked: Asked, base: string): Promise<Result<Written>>
}
