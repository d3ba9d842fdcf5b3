/**
 * glTF 2.0, as one file (GLB) or as JSON with its buffers beside it: nodes with their meshes and base colours. y is up in glTF
 * and z here, so that everything is turned by a quarter. Lengths are metres. Source: Khronos glTF 2.0 specification.
 */
import { Document, Primitive, WebIO } from '@gltf-transform/core'
import type { JSONDocument, Material, Node } from '@gltf-transform/core'
import { identityFrame, succeed } from '@ligamen/core'
import type { Frame, Scene, SceneNode } from '@ligamen/core'
import { Counter, MOST_PLACES } from './bounds'
import { broken, MOST_TRIANGLES } from './format'
import type { Format, InFile } from './format'

/** Values of all accessors together: corners, normals, indices and colours of the most triangles that are taken. */
const MOST_NUMBERS = 12 * MOST_TRIANGLES

export const gltf: Format = {
  noun: 'glTF',
  endings: ['glb', 'gltf'],
  async read(file, beside) {
    try {
      const io = new WebIO()
      const packed = /\.glb$/i.test(file.name)
        ? await io.binaryToJSON(file.bytes)
        : jsonDocument(file, beside)
      checkCounts(packed.json)
      const document = await io.readJSON(packed)
      const scene = sceneOf(document)
      return scene.meshes.length > 0 ? succeed(scene) : broken(file, 'it holds no triangle.')
    } catch (error) {
      return broken(file, String((error as Error).message))
    }
  },
}

function jsonDocument(file: InFile, beside: readonly InFile[]): JSONDocument {
  const json = JSON.parse(new TextDecoder().decode(file.bytes)) as JSONDocument['json']
  const resources: Record<string, Uint8Array<ArrayBuffer>> = {}
  for (const { uri } of json.buffers ?? []) {
    if (!uri) continue
    if (uri.startsWith('data:')) {
      const encoded = uri.slice(uri.indexOf(',') + 1)
      resources[uri] = Uint8Array.from(atob(encoded), (c) => c.charCodeAt(0))
      continue
    }
    const found = beside.find(({ name }) => name === decodeURIComponent(uri).split('/').pop())
    if (!found) throw new Error(`its buffer ${uri} is missing; drop it together with the file`)
    resources[uri] = found.bytes.slice()
  }
  // pictures are of no use here
  json.images = []
  json.textures = []
  return { json, resources }
}

/** Accessors say how long they are, and are made as long before any of it is read. */
function checkCounts({ accessors = [], nodes = [] }: JSONDocument['json']): void {
  let total = 0
  for (const { count, sparse } of accessors) {
    if (!Number.isInteger(count) || count < 0 || (sparse && !Number.isInteger(sparse.count)))
      throw new Error('an accessor has a length that is no number.')
    total += count
    if (total > MOST_NUMBERS)
      throw new Error(`its accessors hold more than ${MOST_NUMBERS / 1e6} million values.`)
  }
  if (nodes.length > MOST_PLACES) throw new Error(`it has more than ${MOST_PLACES} nodes.`)
}

function sceneOf(document: Document): Scene {
  const meshes: { name: string; colour: string | null; positions: Float32Array }[] = []
  const leftOut = new Set<string>()
  const root = document.getRoot()
  if (root.listAnimations().length > 0) leftOut.add('animations')
  if (root.listSkins().length > 0) leftOut.add('skins')
  if (root.listTextures().length > 0) leftOut.add('textures')

  const counter = new Counter()
  const visit = (node: Node, depth: number): SceneNode => {
    counter.place(depth)
    const indices = (node.getMesh()?.listPrimitives() ?? []).flatMap((primitive) => {
      const scaled = scaledTriangles(primitive, node.getScale(), leftOut, counter)
      if (!scaled) return []
      const factor = primitive.getMaterial()?.getBaseColorFactor()
      meshes.push({
        name: node.getMesh()!.getName() || node.getName(),
        colour: factor ? hex(factor) : null,
        positions: scaled,
      })
      return [meshes.length - 1]
    })
    return {
      name: node.getName() || node.getMesh()?.getName() || '',
      frame: frameOf(node),
      meshes: indices,
      children: node.listChildren().map((child) => visit(child, depth + 1)),
    }
  }
  const scene = root.getDefaultScene() ?? root.listScenes()[0]
  const nodes = (scene?.listChildren() ?? []).map((node) => visit(node, 0))
  return {
    unit: 1,
    meshes,
    nodes: nodes.map((node) => ({ ...node, frame: turned(node.frame) })),
    leftOut: [...leftOut],
  }
}

function scaledTriangles(
  primitive: Primitive,
  scale: readonly number[],
  leftOut: Set<string>,
  counter: Counter,
): Float32Array | null {
  if (primitive.getMode() !== Primitive.Mode.TRIANGLES) {
    leftOut.add('lines, points and strips')
    return null
  }
  const position = primitive.getAttribute('POSITION')
  if (!position) return null
  if (position.getType() !== 'VEC3') throw new Error('its corners are not of three numbers each.')
  const index = primitive.getIndices()
  const count = index ? index.getCount() : position.getCount()
  counter.add(Math.floor(count / 3))
  const out = new Float32Array(9 * Math.floor(count / 3))
  const corner = [0, 0, 0]
  for (let k = 0; k < out.length / 3; k++) {
    position.getElement(index ? index.getScalar(k) : k, corner)
    for (let c = 0; c < 3; c++) out[3 * k + c] = corner[c]! * scale[c]!
  }
  return out
}

function frameOf(node: Node): Frame {
  const [x, y, z, w] = node.getRotation()
  const [px, py, pz] = node.getTranslation()
  return Float64Array.of(
    ...[1 - 2 * (y * y + z * z), 2 * (x * y + w * z), 2 * (x * z - w * y)],
    ...[2 * (x * y - w * z), 1 - 2 * (x * x + z * z), 2 * (y * z + w * x)],
    ...[2 * (x * z + w * y), 2 * (y * z - w * x), 1 - 2 * (x * x + y * y)],
    ...[px, py, pz],
  )
}

/** The frame seen with z up. */
function turned(frame: Frame): Frame {
  const out = identityFrame()
  for (let k = 0; k < 4; k++) {
    const [x, y, z] = frame.subarray(3 * k, 3 * k + 3)
    out.set([x!, -z!, y!], 3 * k)
  }
  return out
}

const hex = (factor: readonly number[]): string =>
  `#${factor
    .slice(0, 3)
    .map((c) =>
      Math.round(255 * srgb(c))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`

/** glTF holds colours in linear light. */
const srgb = (c: number): number => (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055)
const linear = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)

export interface OutBody {
  readonly name: string
  /** In ground. */
  readonly frame: Frame
  readonly parts: readonly {
    readonly name: string
    readonly colour: string
    readonly positions: Float32Array
  }[]
}

/** How a body moves: times of its keys [s], with places [m], or quaternions with their real part first, of its frame in ground. */
export interface Track {
  readonly times: Float32Array
  readonly values: Float32Array
}
export interface OutMotion {
  readonly name: string
  /** For each body; null where it stays. */
  readonly places: readonly (Track | null)[]
  readonly turns: readonly (Track | null)[]
}

/** Bodies where they are, as a GLB; with how they move, as an animation. */
export async function writeGlb(bodies: readonly OutBody[], motion?: OutMotion): Promise<Uint8Array> {
  const document = new Document()
  const buffer = document.createBuffer()
  const scene = document.createScene()
  const materials = new Map<string, Material>()
  const materialOf = (colour: string) => {
    const rgb = [1, 3, 5].map((k) => linear(parseInt(colour.slice(k, k + 2), 16) / 255))
    const made =
      materials.get(colour) ??
      document
        .createMaterial(colour)
        .setBaseColorFactor([rgb[0]!, rgb[1]!, rgb[2]!, 1])
        .setMetallicFactor(0)
        .setRoughnessFactor(0.6)
    materials.set(colour, made)
    return made
  }
  const nodes = bodies.map(({ name, frame, parts }) => {
    const mesh = document.createMesh(name)
    for (const part of parts) {
      const position = document
        .createAccessor()
        .setType('VEC3')
        .setArray(part.positions as Float32Array<ArrayBuffer>)
        .setBuffer(buffer)
      mesh.addPrimitive(
        document.createPrimitive().setAttribute('POSITION', position).setMaterial(materialOf(part.colour)),
      )
    }
    const [xx, xy, xz, yx, yy, yz, zx, zy, zz, px, py, pz] = lying(frame) as unknown as number[]
    const node = document.createNode(name)
    node.setMatrix([xx!, xy!, xz!, 0, yx!, yy!, yz!, 0, zx!, zy!, zz!, 0, px!, py!, pz!, 1])
    scene.addChild(parts.length > 0 ? node.setMesh(mesh) : node)
    return node
  })
  if (motion) animate(document, nodes, motion)
  return await new WebIO().writeBinary(document)
}

function animate(document: Document, nodes: readonly Node[], { name, places, turns }: OutMotion): void {
  const buffer = document.getRoot().listBuffers()[0]!
  const animation = document.createAnimation(name)
  const accessor = (type: 'SCALAR' | 'VEC3' | 'VEC4', values: Float32Array) =>
    document
      .createAccessor()
      .setType(type)
      .setArray(values as Float32Array<ArrayBuffer>)
      .setBuffer(buffer)
  const add = (node: Node, path: 'translation' | 'rotation', track: Track) => {
    const type = path === 'translation' ? 'VEC3' : 'VEC4'
    const values = path === 'translation' ? lyingPlaces(track.values) : lyingTurns(track.values)
    const sampler = document
      .createAnimationSampler()
      .setInput(accessor('SCALAR', track.times))
      .setOutput(accessor(type, values))
      .setInterpolation('LINEAR')
    animation.addSampler(sampler)
    animation.addChannel(
      document.createAnimationChannel().setTargetNode(node).setTargetPath(path).setSampler(sampler),
    )
  }
  nodes.forEach((node, k) => {
    const [place, turn] = [places[k], turns[k]]
    if (place) add(node, 'translation', place)
    if (turn) add(node, 'rotation', turn)
  })
}

/** With y up, as `lying` makes of frames. */
function lyingPlaces(places: Float32Array): Float32Array {
  const out = new Float32Array(places.length)
  for (let k = 0; k < out.length; k += 3) out.set([places[k]!, places[k + 2]!, -places[k + 1]!], k)
  return out
}

/** Likewise, a quarter turn back about x before each; the real part last, each on the side of the one before. */
function lyingTurns(turns: Float32Array): Float32Array {
  const out = new Float32Array(turns.length)
  const h = Math.SQRT1_2
  for (let k = 0; k < out.length; k += 4) {
    const [w, x, y, z] = turns.subarray(k, k + 4) as unknown as [number, number, number, number]
    const turned = [h * (x - w), h * (y + z), h * (z - y), h * (w + x)]
    const isFar = k > 0 && turned.reduce((dot, value, c) => dot + value * out[k - 4 + c]!, 0) < 0
    out.set(isFar ? turned.map((value) => -value) : turned, k)
  }
  return out
}

/** The frame seen with y up: the inverse of reading. */
function lying(frame: Frame): Frame {
  const out = identityFrame()
  for (let k = 0; k < 4; k++) {
    const [x, y, z] = frame.subarray(3 * k, 3 * k + 3)
    out.set([x!, z!, -y!], 3 * k)
  }
  return out
}
