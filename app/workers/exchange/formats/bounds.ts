/**
 * Bounds on what a file may make of itself: small files can stand for endless scenes, and numbers that are none spread through
 * everything that is computed of them. Reading into memory is bounded by each format; what comes out is checked here.
 */
import { succeed } from '@ligamen/core'
import type { Result, Scene, SceneNode } from '@ligamen/core'
import { broken, MOST_TRIANGLES } from './format'
import type { Format, InFile } from './format'

/** Places of parts in a scene, groups included. */
export const MOST_PLACES = 20_000
/** Groups in groups. */
const DEEPEST = 60
/** Corners of one face. */
export const MOST_CORNERS = 1000

/** Counts while a file is read; throws with a sentence for people when it is too much. */
export class Counter {
  private places = 0
  private triangles = 0

  place(depth: number): void {
    if (depth > DEEPEST) throw new Error(`its groups are nested more than ${DEEPEST} deep.`)
    if (++this.places > MOST_PLACES) throw new Error(`it places more than ${MOST_PLACES} parts and groups.`)
  }

  add(triangles: number): void {
    this.triangles += triangles
    if (!(this.triangles <= MOST_TRIANGLES))
      throw new Error(
        `it has more than ${MOST_TRIANGLES / 1e6} million triangles. Make it coarser where it was exported.`,
      )
  }
}

/** Reads a file; whatever goes wrong in it is a fault of the file. */
export async function readBounded(
  format: Format,
  file: InFile,
  beside: readonly InFile[],
): Promise<Result<Scene>> {
  try {
    const read = await format.read(file, beside)
    if (!read.ok) return read
    const scene = withoutEmpty(read.value)
    if (scene.meshes.length === 0) return broken(file, 'it holds no triangle.')
    checkScene(scene)
    return succeed(scene)
  } catch (error) {
    return broken(file, String((error as Error).message || error))
  }
}

/** Meshes without a triangle have no place and no size; they are left out. */
function withoutEmpty(scene: Scene): Scene {
  if (scene.meshes.every(({ positions }) => positions.length > 0)) return scene
  const kept = scene.meshes.filter(({ positions }) => positions.length > 0)
  const index = new Map(kept.map((mesh, k) => [mesh, k]))
  const shown = (node: SceneNode): SceneNode => ({
    ...node,
    meshes: node.meshes.flatMap((mesh) => index.get(scene.meshes[mesh]!) ?? []),
    children: node.children.map(shown),
  })
  return { ...scene, meshes: kept, nodes: scene.nodes.map(shown) }
}

function checkScene({ meshes, nodes }: Scene): void {
  const counter = new Counter()
  for (const { positions, name } of meshes) {
    counter.add(positions.length / 9)
    if (!positions.every(Number.isFinite))
      throw new Error(
        `${name ? `“${name}”` : 'it'} has coordinates that are not numbers, or too large for any.`,
      )
  }
  const visit = ({ frame, meshes: own, children, name }: SceneNode, depth: number): void => {
    counter.place(depth)
    if (!frame.every(Number.isFinite)) throw new Error(`“${name}” stands where no number leads.`)
    if (own.some((mesh) => !(mesh in meshes))) throw new Error(`“${name}” shows a mesh that is not there.`)
    for (const child of children) visit(child, depth + 1)
  }
  for (const node of nodes) visit(node, 0)
}
