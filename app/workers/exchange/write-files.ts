/** A mechanism written to a file: as a document, as URDF, as shapes where they stand. Several files become a zip. */
import { strToU8, zipSync } from 'fflate'
import {
  CHORDS,
  frameOfPose,
  joined,
  meshOfTriangles,
  moveTriangles,
  openModel,
  placedFrames,
  resolvePart,
  shapeOf,
  slug,
  writeUrdf,
} from '@ligamen/core'
import type { MechanismDocument, Part, ResolvedPart } from '@ligamen/core'
import type { FromExchange, ToExchange } from './protocol'
import { writeGlb } from './formats/gltf'
import type { OutBody } from './formats/gltf'
import { writeStl } from './formats/stl'

type Write = Extract<ToExchange, { type: 'write' }>

export async function writeFiles(asked: Write, say: (message: FromExchange) => void): Promise<void> {
  const { document, kind } = asked
  const base = slug(document.name)
  say({ type: 'progress', words: 'Writing', share: null })
  const done = (name: string, bytes: Uint8Array, leftOut: readonly string[] = []) =>
    say({ type: 'written', name, bytes, leftOut })

  if (kind === 'document') {
    const text = strToU8(`${JSON.stringify(document, null, 2)}\n`)
    const hashes = Object.keys(asked.meshes)
    if (hashes.length === 0) return done(`${base}.json`, text)
    const files = Object.fromEntries(
      hashes.map((hash) => [`meshes/${hash}.triangles`, bytesOf(asked.meshes[hash]!)]),
    )
    return done(`${base}.zip`, zipSync({ 'mechanism.json': text, ...files }))
  }
  if (kind === 'urdf') {
    const opened = openModel(document)
    if (!opened.ok) return say({ type: 'failed', problems: opened.problems })
    const imported = (hash: string) => {
      const positions = asked.meshes[hash]
      return positions && meshOfTriangles(positions)
    }
    const { text, meshes, leftOut } = writeUrdf(opened.value, imported)
    const files: Record<string, Uint8Array> = { [`${base}.urdf`]: strToU8(text) }
    for (const [name, part] of meshes) files[name] = writeStl(trianglesOf(part, asked))
    return meshes.size === 0
      ? done(`${base}.urdf`, files[`${base}.urdf`]!, leftOut)
      : done(`${base}-urdf.zip`, zipSync(files), leftOut)
  }
  const bodies = bodiesOf(document, asked)
  if (kind === 'glb') return done(`${base}.glb`, await writeGlb(bodies))
  done(`${base}.stl`, writeStl(inGround(bodies)))
}

const bytesOf = (array: Float32Array): Uint8Array =>
  new Uint8Array(array.buffer, array.byteOffset, array.byteLength)

function trianglesOf(part: Part, { meshes }: Write): Float32Array {
  if (part.mesh !== undefined) return meshes[part.mesh] ?? new Float32Array(0)
  const resolved = resolvePart(part, '')
  return resolved.ok ? joined(shapeOf(resolved.value).solids(CHORDS)).positions : new Float32Array(0)
}

function bodiesOf(document: MechanismDocument, asked: Write): OutBody[] {
  const sources = new Map(document.parts.map((part) => [part.id, part]))
  const resolved = new Map<string, ResolvedPart>()
  for (const part of document.parts) {
    const shape = resolvePart(part, '')
    if (shape.ok) resolved.set(part.id, shape.value)
  }
  return document.bodies.map((body, k) => {
    const frames = placedFrames(body, resolved, '')
    const parts = body.parts.map(({ id, part }) => {
      const { name, colour } = sources.get(part)!
      const positions = frames.ok
        ? moveTriangles(trianglesOf(sources.get(part)!, asked), frames.value.get(id)!)
        : new Float32Array(0)
      return { name, colour, positions }
    })
    return { name: body.name, frame: frameOfPose(asked.poses, k), parts }
  })
}

function inGround(bodies: readonly OutBody[]): Float32Array {
  const all = bodies.flatMap(({ frame, parts }) =>
    parts.map(({ positions }) => moveTriangles(positions, frame)),
  )
  const out = new Float32Array(all.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const positions of all) {
    out.set(positions, at)
    at += positions.length
  }
  return out
}
