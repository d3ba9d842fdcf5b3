/**
 * Bodies of a mechanism as three objects: a group for each body, on which glyphs and marks hang, and its placed parts
 * drawn as instances of their geometry. Groups have their matrix from the poses directly, and are in the scene only when
 * something hangs on them: a machine of many bodies costs little script a frame.
 */
import * as THREE from 'three'
import { finishOfMaterial, placedFrames, placementFrame, POSE, resolvedParts } from '@ligamen/core'
import type { Finish, MechanismDocument, Mesh, Seen } from '@ligamen/core'
import { FINISH_LOOKS } from './finishes'
import { matrixOf, writePose } from './frame-matrix'
import { Instances } from './instances'
import type { Copy } from './instances'
import { Paints } from './paints'
import type { Palette } from './palette'
import { PartGeometries } from './part-geometry'
import type { PartGeometry } from './part-geometry'

/** Where a ray meets a body. */
export interface BodyHit {
  readonly body: string
  /** The placed part, and the point on it in the frame of the part [m]. */
  readonly placed: string
  readonly local: readonly [number, number, number]
  readonly triangle: number
  /** The point in ground, and in the frame of the body [m]. */
  readonly world: readonly [number, number, number]
  readonly onBody: readonly [number, number, number]
}

interface PlacedPart extends Copy {
  readonly body: string
  readonly placed: string
  readonly colour: string
  readonly finish: Finish
  readonly geometry: PartGeometry
}

/** Whether things look like what they are made of, or plain as in a drawing; and whether their edges are drawn. */
export interface Quality {
  readonly isShowing: boolean
  readonly outlines: boolean
}

/** Opacity of ghosts. */
const GHOSTLY = 0.22
/** Steps in which a colour changes to another one. */
const COLOUR_STEPS = 16

export class BodyShapes {
  readonly root = new THREE.Group()
  private readonly groups = new Map<string, THREE.Group>()
  private readonly geometries = new PartGeometries()
  private readonly paints = new Paints()
  private placed: PlacedPart[] = []
  private drawn: Instances[] = []
  private ghosts: Instances[] = []
  private selected: ReadonlySet<string> = new Set()
  private showing: ReadonlyMap<string, number> = new Map()
  private colours: Seen['colours'] = new Map()
  private offsets: Seen['offsets'] = new Map()
  private moved = true
  private quality: Quality = { isShowing: false, outlines: true }

  setMeshes(meshes: (hash: string) => Mesh | undefined): void {
    this.geometries.meshes = meshes
  }

  /** @param showing opacities, 0 to 1; bodies that are not named are fully shown */
  show(showing: ReadonlyMap<string, number>): void {
    const isSame = sameEntries(this.showing, showing, (a, b) => a === b)
    this.showing = showing
    if (!isSame) this.arrange()
  }

  /** How things look. */
  setQuality(quality: Quality): void {
    const { isShowing, outlines } = this.quality
    this.quality = quality
    if (isShowing !== quality.isShowing || outlines !== quality.outlines) this.arrange()
  }

  /** Draws bodies in other colours than their own. */
  colour(colours: Seen['colours']): void {
    const isSame = sameEntries(
      this.colours,
      colours,
      (a, b) => a.colour === b.colour && stepOf(a.share) === stepOf(b.share),
    )
    this.colours = colours
    if (!isSame) this.arrange()
  }

  /** Draws bodies away from where they are, from the next poses on [m]. */
  offset(offsets: Seen['offsets']): void {
    this.offsets = offsets
  }

  setPalette(palette: Palette): void {
    this.paints.setPalette(palette)
  }

  setDocument(document: MechanismDocument): void {
    this.clear()
    const sources = new Map(document.parts.map((part) => [part.id, part]))
    const parts = resolvedParts(document.parts)
    for (const body of document.bodies) {
      const group = new THREE.Group()
      group.name = body.id
      group.matrixAutoUpdate = false
      group.matrixWorldAutoUpdate = false
      // ground is where the scene is
      group.matrixWorld = group.matrix
      const frames = placedFrames(body, parts, '')
      if (frames.ok)
        for (const { id, part } of body.parts) {
          const source = sources.get(part)!
          const shape = parts.get(part)
          if (!shape) continue
          this.placed.push({
            body: body.id,
            group,
            placed: id,
            colour: source.colour,
            finish: body.finish ?? finishOfMaterial(source.material),
            geometry: this.geometries.of(source, shape),
            local: matrixOf(frames.value.get(id)!),
          })
        }
      group.matrix.copy(matrixOf(placementFrame(body.pose)))
      this.groups.set(body.id, group)
    }
    this.geometries.sweep()
    this.arrange()
  }

  /** Poses from `at` on; with `next`, by a share of the way toward those: places evenly, turns along the shortest way. */
  setPose(ids: readonly string[], poses: Float64Array, at: number, next = at, share = 0): void {
    for (let k = 0; k < ids.length; k++) {
      const group = this.groups.get(ids[k]!)
      if (!group) continue
      const p = at + POSE * k
      const x = poses[p]!
      const y = poses[p + 1]!
      const z = poses[p + 2]!
      if (share === 0) {
        writePose(group.matrix, x, y, z, poses, p + 3)
        this.shift(ids[k]!, group)
        continue
      }
      const n = next + POSE * k
      THREE.Quaternion.slerpFlat(between, 0, poses as never, p + 3, poses as never, n + 3, share)
      writePose(
        group.matrix,
        x + share * (poses[n]! - x),
        y + share * (poses[n + 1]! - y),
        z + share * (poses[n + 2]! - z),
        between,
        0,
      )
      this.shift(ids[k]!, group)
    }
    this.moved = true
  }

  private shift(body: string, { matrix: { elements } }: THREE.Group): void {
    const offset = this.offsets.get(body)
    if (offset) for (let k = 0; k < 3; k++) elements[12 + k]! += offset[k]!
  }

  /** Draws all parts once more, seen through, where their bodies are at other poses. */
  setGhosts(ids: readonly string[], poses: Float64Array, at: readonly number[]): void {
    for (const ghost of this.ghosts) ghost.dispose()
    this.ghosts = []
    const place = new Map(ids.map((id, k) => [id, POSE * k]))
    const alike = new Map<PartGeometry, Map<string, Copy[]>>()
    for (const part of this.placed) {
      const offset = place.get(part.body)
      if (offset === undefined || this.opacityOf(part.body) === 0) continue
      let colours = alike.get(part.geometry)
      if (!colours) alike.set(part.geometry, (colours = new Map<string, Copy[]>()))
      const copies = colours.get(part.colour) ?? []
      colours.set(part.colour, copies)
      for (const start of at) {
        const p = start + offset
        const group = new THREE.Group()
        writePose(group.matrixWorld, poses[p]!, poses[p + 1]!, poses[p + 2]!, poses, p + 3)
        // what does not move has no ghost
        const here = this.groups.get(part.body)!.matrix.elements
        if (group.matrixWorld.elements.some((entry, e) => Math.abs(entry - here[e]!) > 1e-9))
          copies.push({ group, local: part.local })
      }
    }
    for (const [geometry, colours] of alike)
      for (const [colour, copies] of colours) {
        if (copies.length === 0) continue
        const material = this.paints.surface(colour, { chosen: false, opacity: GHOSTLY, finish: null })
        const ghost = new Instances(geometry.solid, material, copies, 'surface')
        ghost.settle()
        this.ghosts.push(ghost)
        this.root.add(ghost.object)
      }
  }

  /** Shows bodies moved in ground from where they were when the motion began. */
  moveBy(ids: readonly string[], motion: THREE.Matrix4, done: boolean): void {
    for (const id of ids) {
      const group = this.groups.get(id)
      if (!group) continue
      const known = group.userData.start as THREE.Matrix4 | undefined
      const start = known ?? group.matrix.clone()
      group.userData.start = start
      group.matrix.multiplyMatrices(motion, start)
      if (done) delete group.userData.start
    }
    this.moved = true
  }

  /** Puts the parts where their bodies are; to be called before anything is drawn. */
  settle(): void {
    if (!this.moved) return
    this.moved = false
    for (const instances of this.drawn) instances.settle()
  }

  /** Where a body is in ground. */
  matrix(id: string): THREE.Matrix4 | undefined {
    return this.groups.get(id)?.matrix
  }

  /** The group of a body, for what is hung on it. */
  carrier(id: string): THREE.Group | undefined {
    const group = this.groups.get(id)
    if (group && !group.parent) this.root.add(group)
    return group
  }

  select(ids: ReadonlySet<string>): void {
    this.selected = ids
    this.arrange()
  }

  hit(ray: THREE.Raycaster): BodyHit | null {
    ray.firstHitOnly = true
    const surface = new THREE.Mesh()
    let first: { part: PlacedPart; meets: THREE.Intersection } | null = null
    for (const part of this.placed) {
      if (this.opacityOf(part.body) < 1) continue
      surface.geometry = part.geometry.solid
      surface.matrixWorld.multiplyMatrices(part.group.matrixWorld, part.local)
      const meets: THREE.Intersection[] = []
      surface.raycast(ray, meets)
      for (const one of meets) if (!first || one.distance < first.meets.distance) first = { part, meets: one }
    }
    if (!first) return null
    const { part, meets } = first
    const numbers = (v: THREE.Vector3) => [v.x, v.y, v.z] as const
    const onBody = part.group.worldToLocal(meets.point.clone())
    return {
      body: part.body,
      placed: part.placed,
      local: numbers(onBody.clone().applyMatrix4(part.local.clone().invert())),
      triangle: meets.faceIndex ?? 0,
      world: numbers(meets.point),
      onBody: numbers(onBody),
    }
  }

  /** Bounds in ground of bodies by id; of all when left out. */
  boundsOf(ids?: Iterable<string>): THREE.Box3 {
    const asked = ids && new Set(ids)
    const box = new THREE.Box3()
    const world = new THREE.Matrix4()
    for (const { body, group, local, geometry } of this.placed)
      if (!asked || asked.has(body))
        box.union(boxOf(geometry, world.multiplyMatrices(group.matrixWorld, local)))
    return box
  }

  /** The sides of a body in its own frame, the shortest first [m]; none without a shape. */
  sidesOf(id: string): number[] {
    const box = new THREE.Box3()
    for (const { body, local, geometry } of this.placed) if (body === id) box.union(boxOf(geometry, local))
    return box.isEmpty()
      ? []
      : box
          .getSize(new THREE.Vector3())
          .toArray()
          .sort((a, b) => a - b)
  }

  bounds(): THREE.Box3 {
    return this.boundsOf()
  }

  /** How many bodies there are. */
  get count(): number {
    return this.groups.size
  }

  /** A length that represents the whole [m]. */
  size(): number {
    const box = this.bounds()
    return box.isEmpty() ? 0.1 : box.getSize(new THREE.Vector3()).length()
  }

  dispose(): void {
    this.clear()
    this.geometries.sweep()
    this.paints.dispose()
  }

  private opacityOf(body: string): number {
    return this.showing.get(body) ?? 1
  }

  /** In steps, since every colour is a material of its own. */
  private colourOf({ body, colour }: PlacedPart): string {
    const change = this.colours.get(body)
    if (!change || change.share <= 0) return colour
    const share = stepOf(change.share) / COLOUR_STEPS
    return `#${new THREE.Color(colour).lerp(new THREE.Color(change.colour), share).getHexString()}`
  }

  private clear(): void {
    for (const instances of this.drawn) instances.dispose()
    for (const ghost of this.ghosts) ghost.dispose()
    this.drawn = []
    this.ghosts = []
    this.placed = []
    this.root.clear()
    this.groups.clear()
  }

  /** Gathers the placed parts that look alike, each kind to be drawn at once. */
  private arrange(): void {
    for (const instances of this.drawn) instances.dispose()
    for (const [id, group] of this.groups) group.visible = this.opacityOf(id) > 0
    const alike = new Map<THREE.BufferGeometry, Map<THREE.Material, PlacedPart[]>>()
    const gather = (geometry: THREE.BufferGeometry, material: THREE.Material, part: PlacedPart) => {
      let materials = alike.get(geometry)
      if (!materials) alike.set(geometry, (materials = new Map<THREE.Material, PlacedPart[]>()))
      const copies = materials.get(material)
      if (copies) copies.push(part)
      else materials.set(material, [part])
    }
    for (const part of this.placed) {
      const opacity = this.opacityOf(part.body)
      if (opacity === 0) continue
      const chosen = this.selected.has(part.body)
      const isRecoloured = (this.colours.get(part.body)?.share ?? 0) > 0
      const finish = this.quality.isShowing ? FINISH_LOOKS[isRecoloured ? 'paint' : part.finish] : null
      const look = { chosen, opacity, finish }
      gather(part.geometry.solid, this.paints.surface(this.colourOf(part), look), part)
      if (this.quality.outlines || chosen) gather(part.geometry.edges, this.paints.edges(look), part)
    }
    this.drawn = []
    for (const [geometry, materials] of alike)
      for (const [material, copies] of materials) {
        const kind = geometry.hasAttribute('normal') ? 'surface' : 'edges'
        const instances = new Instances(geometry, material, copies, kind)
        this.drawn.push(instances)
        this.root.add(instances.object)
      }
    this.moved = true
  }
}

const stepOf = (share: number): number => Math.round(share * COLOUR_STEPS)

const sameEntries = <T>(
  one: ReadonlyMap<string, T>,
  other: ReadonlyMap<string, T>,
  isSame: (a: T, b: T) => boolean,
): boolean =>
  one.size === other.size &&
  [...one].every(([key, value]) => other.has(key) && isSame(value, other.get(key)!))

function boxOf({ solid }: PartGeometry, place: THREE.Matrix4): THREE.Box3 {
  if (!solid.boundingBox) solid.computeBoundingBox()
  return solid.boundingBox!.clone().applyMatrix4(place)
}

/** A quaternion on the way from one pose to the next. */
const between = [1, 0, 0, 0]
