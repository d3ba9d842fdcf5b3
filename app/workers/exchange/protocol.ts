/** What the screen and the exchange worker say to each other. Cancelling is ending the worker. */
import type { MechanismDocument, Mesh, Problem, Scene, StoredMesh } from '@ligamen/core'
import type { InFile } from './formats/format'
import type { Asked } from './out/out-format'

export type { AskedMotion, AskedPicture } from './out/out-format'

/** A mesh as it is stored and drawn. */
export interface PreparedMesh {
  readonly stored: StoredMesh
  readonly mesh: Mesh
}

export type ToExchange =
  | { type: 'read'; files: InFile[] }
  /** Goes on with a file that did not say its unit: metres for one of it. */
  | { type: 'unit'; metres: number }
  /** In the format of a kind, see out/registry.ts. */
  | ({ type: 'write'; kind: string } & Asked)

/** A scene without its triangles, which come as prepared meshes. */
export type BareScene = Omit<Scene, 'meshes'> & {
  readonly meshes: readonly { readonly name: string; readonly colour: string | null }[]
}

export type FromExchange =
  /** Share done, or null when it cannot be told. */
  | { type: 'progress'; words: string; share: number | null }
  /** The file does not say its unit; its box is this long in its own. */
  | { type: 'unit-wanted'; name: string; size: readonly [number, number, number] }
  | { type: 'scene'; name: string; scene: BareScene; meshes: PreparedMesh[]; leftOut: readonly string[] }
  | { type: 'mechanism'; document: MechanismDocument; meshes: PreparedMesh[]; leftOut: readonly string[] }
  | { type: 'written'; name: string; bytes: Uint8Array; leftOut: readonly string[] }
  | { type: 'failed'; problems: readonly Problem[] }
