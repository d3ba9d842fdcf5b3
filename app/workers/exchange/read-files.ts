/**
 * What was dropped or chosen, looked through for what it is: a mechanism of ours, a URDF with its meshes, or files of shapes.
 * Zips are unpacked first.
 */
import {
  boundsOfTriangles,
  moveFaces,
  openModel,
  readUrdf,
  succeed,
  unpack,
  unpackTriangles,
  urdfMeshes,
} from '@ligamen/core'
import type { MechanismDocument, Result, Scene, SceneNode, StoredMesh } from '@ligamen/core'
import type { FromExchange, PreparedMesh } from './protocol'
import { readBounded } from './formats/bounds'
import { MOST_TRIANGLES } from './formats/format'
import type { InFile } from './formats/format'
import { formatOf } from './formats/registry'
import { prepareMesh } from './prepare-mesh'

type Say = (message: FromExchange) => void

/** A scene that waits for its unit to be told. */
let waiting: { name: string; scene: Scene; leftOut: readonly string[] } | null = null

export async function readFiles(given: readonly InFile[], say: Say): Promise<void> {
  say({ type: 'progress', words: 'Unpacking', share: null })
  const files: InFile[] = []
  for (const file of given) {
    if (!/\.zip$/i.test(file.name)) {
      files.push(file)
      continue
    }
    const unpacked = unpack(file)
    if (!unpacked.ok) return say({ type: 'failed', problems: unpacked.problems })
    files.push(...unpacked.value.map(({ name, bytes }) => ({ name: baseName(name), bytes })))
  }
  const empty = files.find(({ bytes }) => bytes.length === 0)
  if (files.length === 0 || (empty && files.length === 1))
    return refuse(say, 'file-empty', `${empty?.name ?? 'The zip'} is empty.`)

  const mechanism = files.find(
    (file) => /\.json$/i.test(file.name) && startsLike(file, /"ligamen\/mechanism"/),
  )
  if (mechanism) return readMechanism(mechanism, files, say)
  const urdf = files.find((file) => /\.(urdf|xml)$/i.test(file.name) && startsLike(file, /<robot\b/))
  if (urdf) return await readRobot(urdf, files, say)
  await readShapes(files, say)
}

/** Goes on with the scene that waited for its unit. */
export function readOn(metres: number, say: Say): void {
  if (waiting) finish(waiting.name, waiting.scene, metres, waiting.leftOut, say)
  waiting = null
}

const baseName = (path: string): string => path.split(/[/\\]/).pop() ?? path
const refuse = (say: Say, code: string, message: string) =>
  say({ type: 'failed', problems: [{ code, message }] })
const startsLike = ({ bytes }: InFile, pattern: RegExp): boolean =>
  pattern.test(new TextDecoder().decode(bytes.subarray(0, 4096)))

async function readShapes(files: readonly InFile[], say: Say): Promise<void> {
  const leftOut: string[] = []
  const scenes: { file: InFile; scene: Scene }[] = []
  for (const [k, file] of files.entries()) {
    const format = formatOf(file.name)
    if (!format) {
      if (!/\.(bin|mtl|png|jpe?g)$/i.test(file.name))
        leftOut.push(`${file.name}: not a kind of file that is read here`)
      continue
    }
    say({
      type: 'progress',
      words: `Reading ${file.name}`,
      share: files.length > 1 ? k / files.length : null,
    })
    const read = await readBounded(format, file, files)
    if (read.ok) scenes.push({ file, scene: read.value })
    else leftOut.push(...read.problems.map(({ message }) => message))
  }
  const [first] = scenes
  if (!first) {
    const known = 'STEP, IGES, STL, OBJ, 3MF, glTF, URDF, a mechanism of Ligamen, or a zip of these'
    return refuse(
      say,
      'file-unknown',
      `${leftOut.join(' ') || 'Nothing was found to read.'} Files that are read: ${known}.`,
    )
  }
  const name = first.file.name.replace(/\.\w+$/, '')
  const scene =
    scenes.length === 1 ? first.scene : merged(scenes.map((s) => ({ name: s.file.name, scene: s.scene })))
  const triangles = scene.meshes.reduce((sum, { positions }) => sum + positions.length / 9, 0)
  if (triangles > MOST_TRIANGLES)
    return refuse(
      say,
      'file-too-large',
      `${first.file.name} has ${Math.round(triangles / 1000)} thousand triangles; at most ${MOST_TRIANGLES / 1e6} million are taken. Make it coarser where it was exported.`,
    )
  const left = [...leftOut, ...scene.leftOut]
  if (scene.unit !== null) return finish(name, scene, scene.unit, left, say)
  waiting = { name, scene, leftOut: left }
  say({ type: 'unit-wanted', name: first.file.name, size: sizeOf(scene) })
}

/** Several files as one scene; those that say a unit are brought to metres, and the others are asked for. */
function merged(scenes: readonly { name: string; scene: Scene }[]): Scene {
  const unit = scenes.every(({ scene }) => scene.unit !== null) ? 1 : null
  const meshes: Scene['meshes'][number][] = []
  const nodes: SceneNode[] = []
  for (const { name, scene } of scenes) {
    const scale = unit === 1 ? scene.unit! : 1
    const offset = meshes.length
    meshes.push(
      ...scene.meshes.map((mesh) => ({
        ...mesh,
        positions: mesh.positions.map((v) => v * scale),
        faces: mesh.faces && moveFaces(mesh.faces, [0, 0, 0], scale),
      })),
    )
    const shifted = (node: SceneNode): SceneNode => {
      const frame = node.frame.slice()
      for (let k = 9; k < 12; k++) frame[k]! *= scale
      return {
        name: node.name || name.replace(/\.\w+$/, ''),
        frame,
        meshes: node.meshes.map((m) => m + offset),
        children: node.children.map(shifted),
      }
    }
    nodes.push(...scene.nodes.map(shifted))
  }
  return { unit, meshes, nodes, leftOut: scenes.flatMap(({ scene }) => scene.leftOut) }
}

function sizeOf({ meshes }: Scene): [number, number, number] {
  const all = Float64Array.of(Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity)
  for (const { positions } of meshes) {
    const box = boundsOfTriangles(positions)
    for (let k = 0; k < 3; k++) {
      all[k] = Math.min(all[k]!, box[k]!)
      all[k + 3] = Math.max(all[k + 3]!, box[k + 3]!)
    }
  }
  return [all[3]! - all[0]!, all[4]! - all[1]!, all[5]! - all[2]!]
}

function finish(name: string, scene: Scene, metres: number, leftOut: readonly string[], say: Say): void {
  const meshes = scene.meshes.map((mesh, k) => {
    say({ type: 'progress', words: 'Preparing', share: k / scene.meshes.length })
    return prepareMesh(mesh, metres)
  })
  const bare = scene.meshes.map((mesh) => ({ name: mesh.name, colour: mesh.colour }))
  say({ type: 'scene', name, scene: { ...scene, unit: metres, meshes: bare }, meshes, leftOut })
}

function readMechanism(file: InFile, files: readonly InFile[], say: Say): void {
  let document: MechanismDocument
  try {
    document = JSON.parse(new TextDecoder().decode(file.bytes)) as MechanismDocument
  } catch {
    return refuse(say, 'file-broken', `${file.name} is not JSON text.`)
  }
  const opened = openModel(document)
  if (!opened.ok) return say({ type: 'failed', problems: opened.problems })
  const leftOut: string[] = []
  const meshes = [...new Set(document.parts.flatMap(({ mesh }) => mesh ?? []))].flatMap((hash) => {
    const found = files.find(({ name }) => name === `${hash}.triangles`)
    const content = found && unpackTriangles(found.bytes)
    if (!content) {
      leftOut.push(`the triangles ${hash.slice(0, 8)}…`)
      return []
    }
    const prepared = prepareMesh(content, 1)
    return prepared.stored.hash === hash
      ? [prepared]
      : (leftOut.push(`the triangles ${hash.slice(0, 8)}…`), [])
  })
  say({ type: 'mechanism', document: opened.value.document, meshes, leftOut })
}

async function readRobot(file: InFile, files: readonly InFile[], say: Say): Promise<void> {
  const text = new TextDecoder().decode(file.bytes)
  const wanted = urdfMeshes(text)
  if (!wanted.ok) return say({ type: 'failed', problems: wanted.problems })
  const stored = new Map<string, StoredMesh>()
  const meshes: PreparedMesh[] = []
  const leftOut: string[] = []
  for (const [k, name] of wanted.value.entries()) {
    say({ type: 'progress', words: `Reading ${baseName(name)}`, share: k / wanted.value.length })
    const prepared = await meshOf(baseName(name), files)
    if (prepared.ok) {
      stored.set(name, prepared.value.stored)
      meshes.push(prepared.value)
    } else leftOut.push(...prepared.problems.map(({ message }) => message))
  }
  const read = readUrdf(text, stored)
  if (!read.ok) return say({ type: 'failed', problems: read.problems })
  say({
    type: 'mechanism',
    document: read.value.document,
    meshes,
    leftOut: [...leftOut, ...read.value.leftOut],
  })
}

/** All triangles of a file as one mesh; URDF counts in metres. */
async function meshOf(name: string, files: readonly InFile[]): Promise<Result<PreparedMesh>> {
  const file = files.find((f) => f.name === name)
  const format = file && formatOf(file.name)
  // a missing file is told by the reader of the URDF
  if (!file || !format) return { ok: false, problems: [] }
  const read = await readBounded(format, file, files)
  if (!read.ok) return read
  const total = read.value.meshes.reduce((sum, { positions }) => sum + positions.length, 0)
  const positions = new Float32Array(total)
  let at = 0
  for (const mesh of read.value.meshes) {
    positions.set(mesh.positions, at)
    at += mesh.positions.length
  }
  return succeed(prepareMesh({ positions }, read.value.unit ?? 1))
}
