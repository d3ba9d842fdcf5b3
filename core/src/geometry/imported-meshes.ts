/**
 * Triangles of imported parts that are at hand on this thread, by the hash of their content. They lie beside the document, which
 * is valid without them: what is measured on a shape that is not here has no value.
 */
import type { Mesh } from '../shapes/mesh/mesh'

/** The triangles of an imported part, where they are at hand. */
export type ImportedMeshes = (hash: string) => Pick<Mesh, 'positions'> | undefined

const atHand = new Map<string, Pick<Mesh, 'positions'>>()

/** Makes the triangles of an imported part known; a hash always means the same ones. */
export function keepMesh(hash: string, mesh: Pick<Mesh, 'positions'>): void {
  atHand.set(hash, mesh)
}

export const meshAtHand: ImportedMeshes = (hash) => atHand.get(hash)
