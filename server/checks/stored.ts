/** Documents as they are stored. */
import type { MechanismDocument } from '@ligamen/core'
import { pack } from './packing'

/** A document that passed every check, as it is stored. */
export interface CheckedDocument {
  readonly name: string
  /** See packing.ts. */
  readonly packed: Uint8Array
  /** Hashes of the meshes that it uses. */
  readonly meshes: readonly string[]
}

/** @param document one that is known to follow the rules */
export const storedAs = (document: MechanismDocument): CheckedDocument => ({
  name: document.name,
  packed: pack(JSON.stringify(document)),
  meshes: [...new Set(document.parts.flatMap(({ mesh }) => mesh ?? []))],
})
