/**
 * Triangles of imported parts, which lie beside the document: in the same zip, or in a folder `meshes` next to its file. What is
 * solved and measured with them is the same as in the app.
 */
import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { keepMesh, unpackTriangles } from '@ligamen/core'
import type { NamedBytes } from '@ligamen/core'

/** Hashes of the imported parts of what may be a document. */
export function meshesOf(document: unknown): string[] {
  const parts = (document as { parts?: unknown } | null)?.parts
  if (!Array.isArray(parts)) return []
  const hashes = parts.map((part: { mesh?: unknown } | null) => part?.mesh)
  return [...new Set(hashes)].filter(
    (hash) => typeof hash === 'string' && /^[0-9a-f]{64}$/.test(hash),
  ) as string[]
}

/**
 * Makes them known to the core.
 *
 * @param path of the document's file @param beside what came in the same zip
 * @returns contents by hash, and the names of those that are not what their hash says
 */
export async function keepTriangles(
  hashes: readonly string[],
  path: string,
  beside: readonly NamedBytes[],
): Promise<{ triangles: Map<string, Uint8Array>; damaged: string[] }> {
  const triangles = new Map<string, Uint8Array>()
  const damaged: string[] = []
  for (const hash of hashes) {
    const name = `meshes/${hash}.triangles`
    const inZip = beside.find((entry) => entry.name.endsWith(name))?.bytes
    const bytes = inZip ?? (await readFile(join(dirname(path), name)).catch(() => null))
    if (!bytes) continue
    const content = createHash('sha256').update(bytes).digest('hex') === hash ? unpackTriangles(bytes) : null
    if (!content) {
      damaged.push(name)
      continue
    }
    keepMesh(hash, content)
    triangles.set(hash, bytes)
  }
  return { triangles, damaged }
}

/** Contents in base 64, as a page holds them. */
export const inText = (triangles: ReadonlyMap<string, Uint8Array>): Record<string, string> =>
  Object.fromEntries([...triangles].map(([hash, bytes]) => [hash, Buffer.from(bytes).toString('base64')]))
