/**
 * Triangles of imported parts by the hash of their content: kept in the browser and on the server, fetched once, shared by
 * all views. What the server has not got yet is sent again later.
 */
import { meshOfTriangles, packTriangles, unpackTriangles } from '@ligamen/core'
import type { MechanismDocument, Mesh } from '@ligamen/core'
import { browserStore } from '../browser-store'
import { api } from '../document/api'

const known = new Map<string, Mesh>()
const onServer = new Set<string>()
/** Counts arrivals, for those who draw. */
const loaded = ref(0)

const kept = browserStore('ligamen-meshes', 'triangles')

async function send(hash: string, content: Uint8Array): Promise<void> {
  if (onServer.has(hash)) return
  const answer = await api.storeMesh(hash, new Blob([content as Uint8Array<ArrayBuffer>]))
  if (answer.ok) onServer.add(hash)
}

export const meshes = {
  loaded,
  get: (hash: string): Mesh | undefined => known.get(hash),
  /** Triangles by hash, of those that are here. */
  atHand: (hashes: readonly string[]): (readonly [string, Float32Array])[] =>
    [...new Set(hashes)].flatMap((hash) => {
      const mesh = known.get(hash)
      return mesh ? [[hash, mesh.positions] as const] : []
    }),

  /** Takes meshes in: drawn at once, kept in the browser, sent to the server. */
  async put(prepared: readonly { hash: string; mesh: Mesh }[]): Promise<void> {
    for (const { hash, mesh } of prepared) known.set(hash, mesh)
    loaded.value++
    for (const { hash, mesh } of prepared) {
      const content = packTriangles(mesh)
      await kept.set(hash, content).catch(() => undefined)
      await send(hash, content)
    }
  },

  /** Brings what a document asks for: from the browser, else from the server. */
  async bring(document: MechanismDocument): Promise<void> {
    const wanted = new Set(document.parts.flatMap(({ mesh }) => mesh ?? []))
    for (const hash of wanted) {
      if (known.has(hash)) continue
      const local = await here(hash)
      const content = local ?? (await fetched(hash))
      const stored = content && unpackTriangles(content)
      if (!stored) continue
      known.set(hash, meshOfTriangles(stored.positions, stored.faces))
      loaded.value++
      if (local) void send(hash, local)
    }
  },
}

async function here(hash: string): Promise<Uint8Array | undefined> {
  const found = await kept.get<Uint8Array | Float32Array>(hash).catch(() => undefined)
  return found && new Uint8Array(found.buffer, found.byteOffset, found.byteLength)
}

async function fetched(hash: string): Promise<Uint8Array | null> {
  const content = await api.mesh(hash)
  if (!content) return null
  onServer.add(hash)
  const bytes = new Uint8Array(content)
  await kept.set(hash, bytes).catch(() => undefined)
  return bytes
}
