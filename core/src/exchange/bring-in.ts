/** A scene from a file as bodies of a mechanism: a body for each node with triangles, a group for each node with children. */
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Part } from '../document/format/parts'
import { identityFrame, multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import type { Scene, SceneNode, StoredMesh } from './scene'
import { placementOf } from '../geometry/placement'
import { unused, FreshIds, slug } from '../document/ids'

const COLOUR = '#a9a58f'

export interface Brought {
  readonly document: MechanismDocument
  /** Ids of the new bodies. */
  readonly bodies: readonly string[]
}

/**
 * @param stored the meshes of the scene, in its order
 * @param unit metres for one unit of the scene
 * @param name of the file, for what has no name of its own
 */
export function bringIn(
  document: MechanismDocument,
  scene: Scene,
  stored: readonly StoredMesh[],
  unit: number,
  name: string,
): Brought {
  const draft = copyOf(document)
  const ids = new FreshIds(draft)
  const names = new Set(draft.bodies.map((body) => body.name))
  const parts = stored.map((mesh, k) => {
    const { colour, name: own } = scene.meshes[k]
    const called = named(own, name)
    const id = ids.take(slug(`${called}-part`))
    draft.parts.push({
      id,
      name: called,
      ...importedShape(mesh),
      colour: colour ?? COLOUR,
    })
    return id
  })
  const bodies: string[] = []

  /** Returns the ids of what represents the node: its body, its group, or what is in it when it needs neither. */
  const visit = (node: SceneNode, above: Frame): string[] => {
    const frame = multiply(above, scaled(node.frame, unit))
    const called = named(node.name, name)
    const own = node.meshes.length > 0 ? [addBody(called, frame, node)] : []
    const inside = node.children.flatMap((child) => visit(child, frame))
    const members = [...own, ...inside]
    if (node.children.length === 0 || members.length < 2) return members
    const id = ids.take(slug(called))
    draft.groups = [...(draft.groups ?? []), { id, name: called, kind: 'moving', members }]
    return [id]
  }
  const addBody = (called: string, frame: Frame, node: SceneNode): string => {
    const id = ids.take(slug(called))
    draft.bodies.push({
      id,
      name: unused(names, called),
      ...(draft.bodies.some(({ grounded }) => grounded) ? {} : { grounded: true }),
      parts: [],
      pose: placementOf(frame),
    })
    const { parts: placed } = draft.bodies[draft.bodies.length - 1]
    for (const mesh of node.meshes) {
      const [x, y, z] = stored[mesh].centre
      placed.push({
        id: ids.take(`${id}-placed`),
        part: parts[mesh],
        at: { position: [x, y, z] },
      })
    }
    bodies.push(id)
    return id
  }
  for (const node of scene.nodes) visit(node, identityFrame())
  const standing = new Set(draft.bodies.flatMap((body) => body.parts.map(({ part }) => part)))
  draft.parts = draft.parts.filter(({ id, shape }) => shape !== 'imported' || standing.has(id))
  return { document: draft, bodies }
}

/** What a part that shows a stored mesh says of its shape. */
export function importedShape({ hash, size }: StoredMesh): Pick<Part, 'shape' | 'dimensions' | 'mesh'> {
  // single precision leaves seven digits
  const [width, depth, height] = size.map((extent) => Number(extent.toPrecision(7)))
  return { shape: 'imported', dimensions: { width, depth, height }, mesh: hash }
}

const named = (own: string, otherwise: string): string =>
  (own.trim() || otherwise.trim() || 'Part').slice(0, 120)

function scaled(frame: Frame, unit: number): Frame {
  const out = frame.slice()
  for (let k = 0; k < 3; k++) out[ORIGIN + k] *= unit
  return out
}
