/**
 * A mechanism as URDF: a tree of links from the ground. A joint of several freedoms becomes a chain of joints with empty links
 * between; relations between two positions become mimic; what closes a loop cannot be said and is listed.
 *
 * Source: as for reading, see urdf-in.ts.
 */
import type { Body, Part } from '../document/format/parts'
import { rigidSets } from '../document/groups'
import { Axis } from '../mechanism/conditions'
import { identityFrame, inverse, multiply, ORIGIN, shifted, turnedAboutZ } from '../maths/frame'
import type { Frame } from '../maths/frame'
import type { Vector } from '../maths/vector'
import { massOf } from '../geometry/body-mass'
import type { Model } from '../model/model'
import { frameOfPose } from '../mechanism/body-poses'
import { readStanding } from '../model/standing'
import type { Mesh } from '../shapes/mesh/mesh'
import { siValue } from '../units/quantity'
import type { Quantity } from '../units/quantity'
import { UNLIMITED } from './urdf-in'
import { escapeXml } from './xml'
import type { ResolvedJoint } from '../mechanism/joints/resolve'
import { NOISE, UPRIGHT } from './tolerances'

export interface UrdfExport {
  readonly text: string
  /** Parts to write as files beside it, by the name that the text gives them. */
  readonly meshes: ReadonlyMap<string, Part>
  readonly leftOut: readonly string[]
}

/** @param imported triangles of imported parts by hash, for masses */
export function writeUrdf(model: Model, imported: (hash: string) => Mesh | undefined): UrdfExport {
  return new Writing(model, imported).write()
}

/** A joint of the tree as it is walked from the root. */
interface Edge {
  readonly parent: number
  readonly child: number
  /** Null for bodies that a rigid group or the ground holds together. */
  readonly joint: ResolvedJoint | null
  readonly forward: boolean
}

class Writing {
  private readonly lines: string[] = []
  private readonly meshes = new Map<string, Part>()
  private readonly leftOut: string[] = []
  private readonly names: readonly string[]
  /** Frame of each link in its body. */
  private readonly linkFrames: Frame[]
  private readonly worlds: readonly Frame[]

  constructor(
    private readonly model: Model,
    private readonly imported: (hash: string) => Mesh | undefined,
  ) {
    const { bodies } = model.document
    const taken = new Set<string>()
    this.names = bodies.map(({ id, name }) => {
      const free = taken.has(name) ? id : name
      taken.add(free)
      return free
    })
    this.linkFrames = bodies.map(identityFrame)
    const { poses } = readStanding(model, model.home)
    this.worlds = bodies.map((_, k) => frameOfPose(poses, k))
  }

  write(): UrdfExport {
    const { document } = this.model
    const edges = this.tree()
    for (const { joint, child, forward } of edges) {
      // a link's frame is at its joint
      if (joint) this.linkFrames[child].set((forward ? joint.to : joint.from).frame.subarray(ORIGIN), ORIGIN)
    }
    this.lines.push('<?xml version="1.0"?>', `<robot name="${escapeXml(document.name)}">`)
    document.bodies.forEach((body, k) => this.link(body, k))
    const mimics = this.mimics()
    for (const edge of edges) this.edge(edge, mimics)
    this.lines.push('</robot>', '')
    return { text: this.lines.join('\n'), meshes: this.meshes, leftOut: this.leftOut }
  }

  /** Every body but the first hangs on one that is nearer to the first grounded one. */
  private tree(): Edge[] {
    const { document, mechanism } = this.model
    const { joints } = mechanism.geometry
    const { bodies } = document
    const root = Math.max(
      0,
      bodies.findIndex(({ grounded }) => grounded),
    )
    const edges: Edge[] = []
    const seen = new Set([root])
    const used = new Set<ResolvedJoint>()
    const queue = [root]
    const reach = (edge: Edge) => {
      seen.add(edge.child)
      queue.push(edge.child)
      edges.push(edge)
    }
    const sets = rigidSets(document).map((set) => set.map((id) => bodies.findIndex((b) => b.id === id)))
    sets.push(bodies.flatMap(({ grounded }, k) => (grounded ? [k] : [])))
    const grow = () => {
      for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
        for (const set of sets)
          if (set.includes(at))
            for (const child of set)
              if (!seen.has(child)) reach({ parent: at, child, joint: null, forward: true })
        for (const joint of joints) {
          if (joint.source.suspended || used.has(joint)) continue
          const [from, to] = [joint.from.body, joint.to.body]
          const child = from === at ? to : to === at ? from : -1
          if (child < 0 || seen.has(child)) continue
          used.add(joint)
          reach({ parent: at, child, joint, forward: from === at })
        }
      }
    }
    grow()
    for (let k = 0; k < bodies.length; k++) {
      if (seen.has(k)) continue
      this.leftOut.push(
        `${bodies[k].name} is tied to nothing: it is written as fixed to ${bodies[root].name}`,
      )
      reach({ parent: root, child: k, joint: null, forward: true })
      grow()
    }
    for (const joint of joints) {
      if (joint.source.suspended) this.leftOut.push(`${joint.source.name} is suspended`)
      else if (!used.has(joint))
        this.leftOut.push(`${joint.source.name} closes a loop, which URDF cannot say`)
    }
    for (const { name } of document.mates ?? []) this.leftOut.push(`the mate ${name}`)
    return edges
  }

  private link(body: Body, k: number): void {
    const out = this.lines
    const toLink = inverse(this.linkFrames[k])
    out.push(`  <link name="${escapeXml(this.names[k])}">`)
    const mass = massOf(this.model.document, body, this.imported)
    if (mass.ok && mass.value.mass > 0) {
      const [x, y, z] = mass.value.centre
      const [xx, yy, zz, xy, yz, zx] = mass.value.inertia
      const at = multiply(toLink, shifted(identityFrame(), x, y, z))
      out.push('    <inertial>', `      ${originXml(at)}`, `      <mass value="${mass.value.mass}"/>`)
      out.push(
        `      <inertia ixx="${xx}" iyy="${yy}" izz="${zz}" ixy="${xy}" iyz="${yz}" ixz="${zx}"/>`,
        '    </inertial>',
      )
    }
    const { placed } = this.model.mechanism.geometry.bodies[k]
    for (const { id, part } of body.parts) {
      const source = this.model.document.parts.find((p) => p.id === part)!
      out.push('    <visual>', `      ${originXml(multiply(toLink, placed.get(id)!))}`)
      out.push(`      <geometry>${this.geometry(source)}</geometry>`)
      out.push(
        `      <material name="${escapeXml(source.colour)}"><color rgba="${rgbaOf(source.colour)}"/></material>`,
        '    </visual>',
      )
    }
    out.push('  </link>')
  }

  private geometry(part: Part): string {
    const d = (name: string) => siValue(part.dimensions[name], 'length')
    if (part.shape === 'box') return `<box size="${d('width')} ${d('depth')} ${d('height')}"/>`
    if (part.shape === 'cylinder') return `<cylinder radius="${d('diameter') / 2}" length="${d('length')}"/>`
    const file = `meshes/${part.id}.stl`
    this.meshes.set(file, part)
    return `<mesh filename="${file}"/>`
  }

  private edge({ parent, child, joint, forward }: Edge, mimics: ReadonlyMap<string, Mimic>): void {
    const [parentName, childName] = [this.names[parent], this.names[child]]
    const [toParent, inChild] = [inverse(this.linkFrames[parent]), this.linkFrames[child]]
    if (!joint) {
      const between = multiply(inverse(this.worlds[parent]), this.worlds[child])
      const at = multiply(multiply(toParent, between), inChild)
      this.jointXml(`${childName} fastening`, 'fixed', parentName, childName, at, null, null, null)
      return
    }
    const { source, type } = joint
    const [near, far] = forward ? [joint.from.frame, joint.to.frame] : [joint.to.frame, joint.from.frame]
    const zero = this.zeroOf(joint)
    const start = multiply(multiply(near, forward ? zero : inverse(zero)), inverse(far))
    const at = multiply(multiply(toParent, start), inChild)
    const freedoms = forward ? type.freedoms : [...type.freedoms].reverse()
    if (type.hasLead || freedoms.some(({ motion }) => motion === 'screw'))
      this.leftOut.push(`the lead of ${source.name}: its turn is written`)
    if (freedoms.length === 0) {
      this.jointXml(source.name, 'fixed', parentName, childName, at, null, null, null)
      return
    }
    freedoms.forEach(({ name, motion, axis }, k) => {
      const last = k === freedoms.length - 1
      const between = (n: number) => `${childName} carrier ${n}`
      if (!last) this.lines.push(`  <link name="${escapeXml(between(k + 1))}"/>`)
      const sign = forward ? 1 : -1
      const direction = [0, 1, 2].map((c) => sign * far[3 * axisIndex(axis) + c]) as unknown as Vector
      const settings = source.freedoms?.find((f) => f.name === name)
      const slides = motion === 'slide'
      const limits = { lower: siOf(settings?.lower, slides), upper: siOf(settings?.upper, slides) }
      const limited = limits.lower !== null && limits.upper !== null
      this.jointXml(
        freedoms.length === 1 ? source.name : `${source.name} ${name}`,
        slides ? 'prismatic' : limited ? 'revolute' : 'continuous',
        k === 0 ? parentName : between(k),
        last ? childName : between(k + 1),
        k === 0 ? at : identityFrame(),
        direction,
        slides || limited ? limits : null,
        mimics.get(`${source.id}/${name}`) ?? null,
      )
    })
  }

  /** How the second datum is in the first where the coordinate is zero. */
  private zeroOf({ source, type }: ResolvedJoint): Frame {
    const [freedom] = type.freedoms
    const zero = type.freedoms.length === 1 ? source.freedoms?.[0]?.zero : undefined
    if (zero === undefined) {
      if (source.freedoms?.some((f) => f.zero !== undefined))
        this.leftOut.push(`the zero positions of ${source.name}`)
      return identityFrame()
    }
    const value = siOf(zero, freedom.motion === 'slide') ?? 0
    return freedom.motion === 'slide'
      ? shifted(identityFrame(), 0, 0, value)
      : turnedAboutZ(identityFrame(), value)
  }

  private jointXml(
    name: string,
    type: string,
    parent: string,
    child: string,
    at: Frame,
    axis: Vector | null,
    limits: { lower: number | null; upper: number | null } | null,
    mimic: Mimic | null,
  ): void {
    const out = this.lines
    out.push(`  <joint name="${escapeXml(name)}" type="${type}">`, `    ${originXml(at)}`)
    out.push(`    <parent link="${escapeXml(parent)}"/>`, `    <child link="${escapeXml(child)}"/>`)
    if (axis) out.push(`    <axis xyz="${axis.map(tidy).join(' ')}"/>`)
    if (limits) {
      const lower = limits.lower ?? -UNLIMITED
      const upper = limits.upper ?? UNLIMITED
      out.push(`    <limit lower="${lower}" upper="${upper}" effort="0" velocity="0"/>`)
    }
    if (mimic) {
      const { joint, multiplier, offset } = mimic
      out.push(`    <mimic joint="${escapeXml(joint)}" multiplier="${multiplier}" offset="${offset}"/>`)
    }
    out.push('  </joint>')
  }

  /** Relations of two positions, by the channel key of the one that follows. */
  private mimics(): Map<string, Mimic> {
    const { mechanism, home } = this.model
    const { coordinates: values } = readStanding(this.model, home)
    const { joints } = mechanism.geometry
    const found = new Map<string, Mimic>()
    for (const { row, source } of mechanism.relations) {
      const factors = new Map<number, number>()
      for (const { link, factor } of row.terms) factors.set(link, (factors.get(link) ?? 0) + factor)
      const links = [...factors].filter(([, factor]) => factor !== 0)
      const sides = links.map(([link]) =>
        mechanism.coordinates.findIndex(
          (c) => c.link === link && c.terms.length === 1 && c.terms[0].factor === 1,
        ),
      )
      if (row.terms.some(({ curve }) => curve) || sides.length !== 2 || sides.some((c) => c < 0)) {
        this.leftOut.push(`the relation ${source.name}`)
        continue
      }
      // the first term of a sum is the one that follows, as a mimic is read; else the second joint follows
      const order = source.kind === 'sum' ? [0, 1] : [1, 0]
      const [follower, leader] = order.map((k) => ({ c: sides[k], factor: links[k][1] }))
      const multiplier = -leader.factor / follower.factor
      const key = (c: number) => {
        const { joint, freedom } = mechanism.coordinates[c]
        return `${joints[joint].source.id}/${freedom.name}`
      }
      const single = joints[mechanism.coordinates[leader.c].joint]
      found.set(key(follower.c), {
        joint:
          single.type.freedoms.length === 1
            ? single.source.name
            : `${single.source.name} ${mechanism.coordinates[leader.c].freedom.name}`,
        multiplier,
        offset: tidy(values[follower.c] - multiplier * values[leader.c]),
      })
    }
    return found
  }
}

interface Mimic {
  readonly joint: string
  readonly multiplier: number
  readonly offset: number
}

const axisIndex = (axis: Axis): number => (axis === Axis.X ? 0 : axis === Axis.Y ? 1 : 2)

const tidy = (v: number): number => (Math.abs(v) < NOISE ? 0 : v)

/** A frame as <origin>, by roll, pitch and yaw about the fixed axes. */
function originXml(f: Frame): string {
  const flat = Math.hypot(f[0], f[1])
  const pitch = Math.atan2(-f[2], flat)
  const [roll, yaw] =
    flat > UPRIGHT ? [Math.atan2(f[5], f[8]), Math.atan2(f[1], f[0])] : [0, Math.atan2(-f[3], f[4])]
  const xyz = [f[ORIGIN], f[ORIGIN + 1], f[ORIGIN + 2]].map(tidy)
  return `<origin xyz="${xyz.join(' ')}" rpy="${[roll, pitch, yaw].map(tidy).join(' ')}"/>`
}

function rgbaOf(colour: string): string {
  const hex = colour.slice(1)
  const long = hex.length === 3 ? [...hex].map((c) => c + c).join('') : hex
  const channels = [0, 2, 4].map((k) => parseInt(long.slice(k, k + 2), 16) / 255)
  return [...channels.map((c) => Number(c.toFixed(6))), 1].join(' ')
}

function siOf(quantity: Quantity | undefined, length: boolean): number | null {
  return quantity === undefined ? null : siValue(quantity, length ? 'length' : 'angle')
}
