/** Triangles of imported parts by the hash of their content: fetched once, kept in the browser, shared by all views. */
import type { Mesh } from '@ligamen/core'

const known = new Map<string, Mesh>()
/** Counts arrivals, for those who draw. */
const loaded = ref(0)

export const meshes = {
  loaded,
  get: (hash: string): Mesh | undefined => known.get(hash),
  put(hash: string, mesh: Mesh): void {
    known.set(hash, mesh)
    loaded.value++
  },
}
