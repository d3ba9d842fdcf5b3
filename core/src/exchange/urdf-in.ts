/**
 * URDF as a mechanism: links become bodies with their masses, joints become joints with their limits, mimic becomes a
 * relation, boxes, cylinders and spheres become parts and meshes imported ones.
 *
 * Units are m, rad and kg. A joint's frame is that of its child link; its axis is given in that frame. Source: the
 * published URDF specification (link, joint; from memory).
 */
import type { Joint } from '../document/format/joints'
import { FORMAT, FORMAT_VERSION } from '../document/format/mechanism'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Body, Datum, Part, PlacedPart } from '../document/format/parts'
import { frameAlong, identityFrame, multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import type { Vector } from '../maths/vector'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import type { StoredMesh } from './scene'
import { childNamed, childrenNamed, numbersOf, readXml } from './xml'
import type { Element } from './xml'
import { placementOf } from '../geometry/placement'
import { FreshIds, slug } from '../document/ids'
import type { LinearSum } from '../mechanism/relations/sum'

export interface UrdfImport {
  readonly document: MechanismDocument
  readonly leftOut: readonly string[]
}

/** More of either are not read. */
const MOST = 5000
/** A prismatic joint has to have limits in URDF; these say that it has none [m]. */
export const UNLIMITED = 1e6
/** Points of a half circle that a sphere is turned from. */
const SPHERE = 24

/** Kinds of joint by URDF's word. */
const KINDS: Readonly<Record<string, { kind: string; freedom: string } | undefined>> = {
  revolute: { kind: 'revolute', freedom: 'angle' },
  continuous: { kind: 'revolute', freedom: 'angle' },
  prismatic: { kind: 'prismatic', freedom: 's' },
  fixed: { kind: 'rigid', freedom: '' },
  planar: { kind: 'planar', freedom: '' },
}

/** File names of the meshes that a URDF refers to. Errors: those of the XML, `urdf-root`. */
export function urdfMeshes(text: string): Result<string[]> {
  const robot = robotOf(text)
  if (!robot.ok) return robot
  const names = childrenNamed(robot.value, 'link').flatMap((link) =>
    childrenNamed(link, 'visual').flatMap(
      (visual) => childNamed(childNamed(visual, 'geometry'), 'mesh')?.attributes.filename ?? [],
    ),
  )
  return succeed([...new Set(names)])
}

/**
 * @param meshes of the file names that were found, in metres
 * Errors: those of the XML, `urdf-root`, `urdf-too-large`.
 */
export function readUrdf(text: string, meshes: ReadonlyMap<string, StoredMesh>): Result<UrdfImport> {
  const robot = robotOf(text)
  if (!robot.ok) return robot
  const links = childrenNamed(robot.value, 'link')
  const joints = childrenNamed(robot.value, 'joint')
  if (links.length > MOST || joints.length > MOST)
    return fail({ code: 'urdf-too-large', message: `The file has more than ${MOST} links or joints.` })
  if (links.length === 0) return fail({ code: 'urdf-root', message: 'The file has no link.' })
  return succeed(new Reading(robot.value, meshes).read(links, joints))
}

function robotOf(text: string): Result<Element> {
  const root = readXml(text)
  if (!root.ok) return root
  return root.value.tag === 'robot'
    ? root
    : fail({
        code: 'urdf-root',
        message: `A URDF starts with <robot>; this file starts with <${root.value.tag}>.`,
      })
}

class Reading {
  private readonly document: MechanismDocument
  private readonly leftOut: string[] = []
  private readonly ids: FreshIds
  private readonly bodies = new Map<string, string>()
  private readonly joints = new Map<string, Joint>()
  private readonly colours = new Map<string, string>()

  constructor(
    robot: Element,
    private readonly meshes: ReadonlyMap<string, StoredMesh>,
  ) {
    this.document = {
      format: FORMAT,
      version: FORMAT_VERSION,
      name: (robot.attributes.name || 'Mechanism').slice(0, 120),
      parts: [],
      bodies: [],
      datums: [],
      joints: [],
      relations: [],
      probes: [],
      scenarios: [{ id: 'run', name: 'Run', length: '2 s', frameRate: 60, drivers: [] }],
    }
    this.ids = new FreshIds(this.document)
    for (const material of childrenNamed(robot, 'material')) this.colourOf(material)
    for (const { tag } of robot.children)
      if (!['link', 'joint', 'material'].includes(tag)) this.leave(`<${tag}> of the robot`)
  }

  read(links: readonly Element[], joints: readonly Element[]): UrdfImport {
    for (const link of links) this.link(link)
    const children = new Set(joints.map((joint) => childNamed(joint, 'child')?.attributes.link))
    for (const body of this.document.bodies) {
      const name = [...this.bodies].find(([, id]) => id === body.id)![0]
      if (!children.has(name)) body.grounded = true
    }
    if (!this.document.bodies.some(({ grounded }) => grounded)) this.document.bodies[0].grounded = true
    for (const joint of joints) this.joint(joint)
    for (const joint of joints) this.mimic(joint)
    if (this.document.relations!.length === 0) delete this.document.relations
    return { document: this.document, leftOut: [...new Set(this.leftOut)] }
  }

  private leave(what: string): void {
    this.leftOut.push(what)
  }

  private fresh(wanted: string): string {
    return this.ids.take(slug(wanted))
  }

  private link(link: Element): void {
    const name = link.attributes.name ?? ''
    if (name === '' || this.bodies.has(name)) {
      this.leave(name === '' ? 'a link without a name' : `the second link “${name}”`)
      return
    }
    const body: Body = { id: this.fresh(name), name: name.slice(0, 120), parts: [] }
    this.document.bodies.push(body)
    this.bodies.set(name, body.id)
    this.inertial(link, body)
    for (const visual of childrenNamed(link, 'visual')) {
      const placed = this.visual(visual, body, name)
      if (placed) body.parts.push(placed)
    }
    if (childNamed(link, 'collision')) this.leave('collision shapes (the visual ones are taken)')
  }

  private inertial(link: Element, body: Body): void {
    const inertial = childNamed(link, 'inertial')
    const mass = Number(childNamed(inertial, 'mass')?.attributes.value)
    if (!inertial || !(mass > 0)) return
    const at = originOf(inertial)
    const given = childNamed(inertial, 'inertia')?.attributes ?? {}
    const value = (name: string) => Number(given[name] ?? 0)
    const tensor = [
      [value('ixx'), value('ixy'), value('ixz')],
      [value('ixy'), value('iyy'), value('iyz')],
      [value('ixz'), value('iyz'), value('izz')],
    ]
    // along the axes of the link instead of those of the inertial frame
    const along = (i: number, j: number) => {
      let sum = 0
      for (let k = 0; k < 3; k++)
        for (let l = 0; l < 3; l++) sum += at[3 * k + i] * tensor[k][l] * at[3 * l + j]
      return sum
    }
    body.mass = {
      mass,
      centre: [at[ORIGIN], at[ORIGIN + 1], at[ORIGIN + 2]],
      inertia: [along(0, 0), along(1, 1), along(2, 2), along(0, 1), along(1, 2), along(2, 0)],
    }
  }

  private visual(visual: Element, body: Body, link: string): PlacedPart | null {
    const geometry = childNamed(visual, 'geometry')
    const [shape] = geometry?.children ?? []
    if (!shape) {
      this.leave(`a visual of ${link} without geometry`)
      return null
    }
    const colour = this.colourOf(childNamed(visual, 'material')) ?? '#a9a58f'
    const called = (visual.attributes.name || link).slice(0, 120)
    const made = this.partOf(shape, link)
    if (!made) return null
    const id = this.fresh(`${called}-part`)
    this.document.parts.push({ id, name: called, colour, ...made.part })
    const frame = multiply(originOf(visual), made.at)
    return { id: this.fresh(`${body.id}-placed`), part: id, at: placementOf(frame) }
  }

  private partOf(
    shape: Element,
    link: string,
  ): { part: Pick<Part, 'shape' | 'dimensions' | 'outline' | 'mesh'>; at: Frame } | null {
    const { size, radius, length, filename, scale } = shape.attributes
    const at = identityFrame()
    switch (shape.tag) {
      case 'box': {
        const [width, depth, height] = numbersOf(size, 3) ?? []
        if (!(width > 0 && depth > 0 && height > 0)) break
        return { part: { shape: 'box', dimensions: { width, depth, height } }, at }
      }
      case 'cylinder': {
        const [r, l] = [Number(radius), Number(length)]
        if (!(r > 0 && l > 0)) break
        return { part: { shape: 'cylinder', dimensions: { diameter: 2 * r, length: l } }, at }
      }
      case 'sphere': {
        const r = Number(radius)
        if (!(r > 0)) break
        const outline = Array.from({ length: SPHERE + 1 }, (_, k): [number, number] => {
          const angle = Math.PI * (k / SPHERE - 0.5)
          return [k % SPHERE === 0 ? 0 : r * Math.cos(angle), r * Math.sin(angle)]
        })
        return { part: { shape: 'turned', dimensions: {}, outline }, at }
      }
      case 'mesh': {
        const stored = this.meshes.get(filename ?? '')
        if (!stored) {
          this.leave(`the mesh ${filename ?? ''} of ${link}: drop its file together with the URDF`)
          return null
        }
        if (scale && (numbersOf(scale, 3) ?? []).some((s) => s !== 1)) {
          this.leave(`the scale ${scale} of the mesh ${filename}`)
        }
        at.set(stored.centre, ORIGIN)
        const [width, depth, height] = stored.size
        return {
          part: { shape: 'imported', dimensions: { width, depth, height }, mesh: stored.hash },
          at,
        }
      }
    }
    this.leave(`a ${shape.tag} of ${link} with dimensions that cannot be used`)
    return null
  }

  private colourOf(material: Element | undefined): string | undefined {
    if (!material) return undefined
    const { name = '' } = material.attributes
    const rgba = numbersOf(childNamed(material, 'color')?.attributes.rgba, 4)
    if (rgba) {
      const hex = rgba
        .slice(0, 3)
        .map((c) =>
          Math.round(255 * Math.min(1, Math.max(0, c)))
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')
      this.colours.set(name, `#${hex}`)
    }
    return this.colours.get(name)
  }

  private joint(joint: Element): void {
    const { name = '', type = '' } = joint.attributes
    const parent = this.bodies.get(childNamed(joint, 'parent')?.attributes.link ?? '')
    const child = this.bodies.get(childNamed(joint, 'child')?.attributes.link ?? '')
    const known = KINDS[type]
    if (!parent || !child || parent === child) {
      this.leave(`the joint “${name}”, whose links are not there`)
      return
    }
    if (!known) {
      if (type !== 'floating') this.leave(`the joint “${name}” of the unknown type “${type}”`)
      return
    }
    const axis = numbersOf(childNamed(joint, 'axis')?.attributes.xyz ?? '1 0 0', 3) ?? [1, 0, 0]
    const turned = frameAlong(axis as unknown as Vector) ?? identityFrame()
    const id = this.fresh(name || `${child}-joint`)
    const datum = (body: string, frame: Frame): Datum => {
      const made = { id: this.fresh(`${id}-on-${body}`), name: name || id, body, at: placementOf(frame) }
      this.document.datums.push(made)
      return made
    }
    const made: Joint = {
      id,
      name: (name || id).slice(0, 120),
      kind: known.kind,
      from: datum(parent, multiply(originOf(joint), turned)).id,
      to: datum(child, turned).id,
    }
    this.document.joints.push(made)
    this.joints.set(name, made)
    const limit = childNamed(joint, 'limit')?.attributes
    if (limit && known.freedom !== '' && type !== 'continuous') {
      const [lower, upper] = [Number(limit.lower ?? 0), Number(limit.upper ?? 0)]
      made.freedoms = [
        {
          name: known.freedom,
          ...(lower > -UNLIMITED ? { lower } : {}),
          ...(upper < UNLIMITED ? { upper } : {}),
        },
      ]
    }
    if (limit?.effort !== undefined || limit?.velocity !== undefined)
      this.leave('limits of effort and velocity')
    for (const { tag } of joint.children)
      if (!['origin', 'parent', 'child', 'axis', 'limit', 'mimic'].includes(tag))
        this.leave(`<${tag}> of joints`)
  }

  private mimic(joint: Element): void {
    const mimic = childNamed(joint, 'mimic')
    if (!mimic) return
    const follower = this.joints.get(joint.attributes.name ?? '')
    const leader = this.joints.get(mimic.attributes.joint ?? '')
    const freedom = (made: Joint | undefined) =>
      made?.kind === 'prismatic' ? 's' : made?.kind === 'revolute' ? 'angle' : null
    const [a, b] = [freedom(follower), freedom(leader)]
    if (!follower || !leader || !a || !b) {
      this.leave(`the mimic of “${joint.attributes.name}”, whose joints have no single position`)
      return
    }
    const relation: LinearSum = {
      id: this.fresh(`${follower.id}-mimic`),
      name: `${follower.name} follows ${leader.name}`.slice(0, 120),
      kind: 'sum',
      terms: [
        { joint: follower.id, freedom: a, factor: 1 },
        { joint: leader.id, freedom: b, factor: -Number(mimic.attributes.multiplier ?? 1) },
      ],
      phase: Number(mimic.attributes.offset ?? 0),
    }
    this.document.relations!.push(relation)
  }
}

/** The frame that <origin xyz rpy> gives: turned about the fixed axes x, y, z by roll, pitch, yaw. */
function originOf(element: Element): Frame {
  const { xyz, rpy } = childNamed(element, 'origin')?.attributes ?? {}
  const [r, p, y] = numbersOf(rpy, 3) ?? [0, 0, 0]
  const [cr, sr, cp, sp, cy, sy] = [r, p, y].flatMap((angle) => [Math.cos(angle), Math.sin(angle)])
  const frame = Float64Array.of(
    ...[cy * cp, sy * cp, -sp],
    ...[cy * sp * sr - sy * cr, sy * sp * sr + cy * cr, cp * sr],
    ...[cy * sp * cr + sy * sr, sy * sp * cr - cy * sr, cp * cr],
    ...(numbersOf(xyz, 3) ?? [0, 0, 0]),
  )
  return frame
}
