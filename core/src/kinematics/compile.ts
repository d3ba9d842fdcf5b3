/**
 * Compiling: geometry and spanning tree into the flat arrays that the solver runs on.
 *
 * Every freedom of a tree joint is one *link* of a kinematic chain, turning about, sliding along or screwing about its
 * own z axis; link 0 is ground. A body sits on a link by a constant offset, so bodies bound rigidly share a link. Link l
 * has the coordinate q[l]. Joints off the tree become *rows* (see rows.ts) between pairs of frames on two links.
 */
import type { MechanismDocument } from '../document/mechanism'
import { compose, FRAME, identityFrame, inverse, multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { succeed } from '../result'
import type { Result } from '../result'
import { Axis, conditionValue, slide, turn } from './conditions'
import { resolveGeometry } from './geometry'
import type { Geometry, ResolvedJoint } from './geometry'
import type { Freedom } from './joints/joint-type'
import { linkTerm, pairTerm } from './rows'
import type { Pair, Row, Term } from './rows'
import { spanningTree } from './tree'
import type { SpanningTree } from './tree'

export const TURNS = 0
export const SLIDES = 1
export const FOLLOWS = 2

/** What a link follows when its motion is neither a turn nor a slide. */
export interface LinkPath {
  /**
   * Writes, for the coordinate u [m] along the path: the frame on the path (12 numbers), then d(frame)/du as a spatial
   * vector at the path's origin (6), then its derivative by u (6), all in the frame the path is given in.
   */
  follow(u: number, out: Float64Array): void
  /** The coordinate of the point of the path nearest to (x, y, z). */
  nearest(x: number, y: number, z: number): number
}

/** A coordinate that people see: one freedom of one joint. Its value is the sum of its terms, and a constant. */
export interface Coordinate {
  /** Index into `geometry.joints`. */
  readonly joint: number
  readonly freedom: Freedom
  /** The link that carries it, or -1 when the joint closes a loop. */
  readonly link: number
  readonly terms: readonly Term[]
  readonly constant: number
}

export interface Mechanism {
  readonly geometry: Geometry
  /** Number of links, ground included. */
  readonly links: number
  readonly linkParent: Int32Array
  readonly linkMotion: Uint8Array
  /** +1 when the joint is walked from its first to its second datum, else -1. */
  readonly linkSign: Int8Array
  /** Advance of a turning link along its axis [m/rad]; 0 but for screws. */
  readonly linkPitch: Float64Array
  /** Frame of each link in its parent at coordinate zero. */
  readonly linkFrame: Frame
  readonly linkPath: ReadonlyMap<number, LinkPath>
  /** Joint of each link, -1 for a floating body's freedoms and for ground. */
  readonly linkJoint: Int32Array
  /** Body that hangs on the chain of each link, for words about floating bodies. */
  readonly linkBody: Int32Array
  readonly bodyLink: Int32Array
  readonly bodyFrame: Frame
  /** What holds whatever a scenario does: closing joints. */
  readonly rows: readonly Row[]
  readonly coordinates: readonly Coordinate[]
  /** Coordinates at the home pose, as the document's poses give them; loops may not close there yet. */
  readonly home: Float64Array
  /** Bodies that no joint ties to ground. */
  readonly floating: readonly number[]
  /** A length that stands for the mechanism's size [m], to weigh lengths against angles. */
  readonly size: number
}

/**
 * Compiles a validated document. Joints that any scenario drives are kept in the tree where that is possible.
 *
 * Errors: those of `resolveGeometry`.
 */
export function compile(document: MechanismDocument): Result<Mechanism> {
  const resolved = resolveGeometry(document)
  if (!resolved.ok) return resolved
  const geometry = resolved.value
  const driven = new Set(document.scenarios.flatMap((s) => s.drivers.map((d) => d.joint)))
  const active = geometry.joints.map((_, i) => i).filter((i) => !geometry.joints[i].source.suspended)
  const tree = spanningTree(
    geometry.bodies.map((body) => body.source.grounded === true),
    active.map((i) => {
      const { from, to, type, source } = geometry.joints[i]
      return { a: from.body, b: to.body, freedoms: type.freedoms.length, driven: driven.has(source.id) }
    }),
  )
  return succeed(new Builder(geometry).build(tree, active))
}

/** Grows the arrays of a mechanism body by body along the tree. */
class Builder {
  private readonly parent: number[] = [-1]
  private readonly motion: number[] = [TURNS]
  private readonly pitch: number[] = [0]
  private readonly sign: number[] = [1]
  private readonly frames: Frame[] = [identityFrame()]
  private readonly joint: number[] = [-1]
  private readonly carries: number[] = [-1]
  private readonly home: number[] = [0]
  private readonly bodyLink: Int32Array
  private readonly bodyOffset: Frame[]
  /** Home pose of each body as far as known while building. */
  private readonly pose: Frame[]
  private readonly linkOfFreedom = new Map<string, number>()

  constructor(private readonly geometry: Geometry) {
    const n = geometry.bodies.length
    this.bodyLink = new Int32Array(n)
    this.bodyOffset = Array.from({ length: n }, identityFrame)
    this.pose = geometry.bodies.map((body) => body.pose ?? identityFrame())
  }

  build(tree: SpanningTree, active: readonly number[]): Mechanism {
    const { geometry } = this
    const floating: number[] = []
    for (const { body, parent, edge, floating: floats } of tree.steps) {
      if (edge >= 0) this.hang(body, parent, active[edge])
      else if (floats) {
        floating.push(body)
        this.float(body)
      } else this.bodyOffset[body] = this.pose[body]
    }
    const pairs = new Map(
      tree.closing.map((edge) => [active[edge], this.pair(geometry.joints[active[edge]])]),
    )
    const size = this.size([...pairs.values()])
    const rows = [...pairs].flatMap(([joint, pair]) => closingRows(geometry.joints[joint], pair, size))
    const coordinates = active.flatMap((joint) =>
      geometry.joints[joint].type.freedoms.map((freedom, f): Coordinate => {
        const link = this.linkOfFreedom.get(`${joint}/${f}`) ?? -1
        const measured =
          link < 0 ? this.measured(pairs.get(joint)!, freedom) : { terms: [linkTerm(link)], constant: 0 }
        return { joint, freedom, link, ...measured }
      }),
    )
    return {
      geometry,
      links: this.parent.length,
      linkParent: Int32Array.from(this.parent),
      linkMotion: Uint8Array.from(this.motion),
      linkSign: Int8Array.from(this.sign),
      linkPitch: Float64Array.from(this.pitch),
      linkFrame: concatenated(this.frames),
      linkPath: new Map(),
      linkJoint: Int32Array.from(this.joint),
      linkBody: Int32Array.from(this.carries),
      bodyLink: this.bodyLink,
      bodyFrame: concatenated(this.bodyOffset),
      rows,
      coordinates,
      home: Float64Array.from(this.home),
      floating,
      size,
    }
  }

  /** Hangs a body on its parent by a tree joint. */
  private hang(body: number, parent: number, index: number): void {
    const joint = this.geometry.joints[index]
    const forward = joint.from.body === parent
    const [near, far] = forward ? [joint.from, joint.to] : [joint.to, joint.from]
    const values = this.homeCoordinates(joint, body, parent)
    const order = joint.type.freedoms.map((_, f) => f)
    if (!forward) order.reverse()
    const start = multiply(this.bodyOffset[parent], near.frame)
    const end = this.chain(
      this.bodyLink[parent],
      start,
      order.map((f) => ({ freedom: joint.type.freedoms[f], key: `${index}/${f}`, home: values[f] })),
      { sign: forward ? 1 : -1, joint: index, body, pitch: joint.pitch },
    )
    this.bodyLink[body] = end.link
    this.bodyOffset[body] = multiply(end.frame, inverse(far.frame))
    if (!this.geometry.bodies[body].pose) {
      const relative = travel(joint, values)
      const from = multiply(this.pose[parent], near.frame)
      this.pose[body] = multiply(multiply(from, forward ? relative : inverse(relative)), inverse(far.frame))
    }
  }

  /** Hangs a body on ground by three slides and three turns about its home pose. */
  private float(body: number): void {
    const axes = [Axis.X, Axis.Y, Axis.Z]
    const freedoms: Freedom[] = [
      ...axes.map((axis) => ({ name: '', motion: 'slide' as const, axis, measure: slide(axis) })),
      ...axes.map((axis) => ({ name: '', motion: 'turn' as const, axis, measure: turn })),
    ]
    const end = this.chain(
      0,
      this.pose[body],
      freedoms.map((freedom) => ({ freedom, key: '', home: 0 })),
      { sign: 1, joint: -1, body, pitch: 0 },
    )
    this.bodyLink[body] = end.link
    this.bodyOffset[body] = end.frame
  }

  /**
   * Adds one link for each freedom, starting from the frame `start` on the link `link`.
   * Returns the last link and the frame on it that coincides with the far datum.
   */
  private chain(
    link: number,
    start: Frame,
    freedoms: readonly { freedom: Freedom; key: string; home: number }[],
    about: { sign: 1 | -1; joint: number; body: number; pitch: number },
  ): { link: number; frame: Frame } {
    let frame = start
    for (const { freedom, key, home } of freedoms) {
      const toZ = axisAsZ(freedom.axis)
      this.parent.push(link)
      this.motion.push(freedom.motion === 'slide' ? SLIDES : TURNS)
      this.pitch.push(freedom.motion === 'screw' ? about.pitch : 0)
      this.sign.push(about.sign)
      this.frames.push(multiply(frame, toZ))
      this.joint.push(about.joint)
      this.carries.push(about.body)
      this.home.push(home)
      link = this.parent.length - 1
      if (key) this.linkOfFreedom.set(key, link)
      frame = inverse(toZ)
    }
    return { link, frame }
  }

  /** The joint's coordinates where the document's poses put its two bodies; zero for a body without a pose. */
  private homeCoordinates(joint: ResolvedJoint, body: number, parent: number): number[] {
    if (!this.geometry.bodies[body].pose) return joint.type.freedoms.map(() => 0)
    const pose = (b: number) => (b === body ? this.geometry.bodies[b].pose! : this.pose[parent])
    const from = multiply(pose(joint.from.body), joint.from.frame)
    const to = multiply(pose(joint.to.body), joint.to.frame)
    return joint.type.freedoms.map(({ measure }) => conditionValue(measure, from, 0, to, 0))
  }

  /** The two datums of a joint as a pair of frames on links. */
  private pair({ from, to }: ResolvedJoint): Pair {
    const linkA = this.bodyLink[from.body]
    const linkB = this.bodyLink[to.body]
    const above = (link: number): number[] => {
      const chain: number[] = []
      for (let l = link; l > 0; l = this.parent[l]) chain.push(l)
      return chain
    }
    const chainA = above(linkA)
    const chainB = above(linkB)
    const inA = new Set(chainA)
    const inB = new Set(chainB)
    const path = [
      ...chainB.filter((l) => !inA.has(l)).map((l) => [l, 1]),
      ...chainA.filter((l) => !inB.has(l)).map((l) => [l, -1]),
    ].sort((p, q) => p[0] - q[0])
    return {
      linkA,
      linkB,
      frameA: multiply(this.bodyOffset[from.body], from.frame),
      frameB: multiply(this.bodyOffset[to.body], to.frame),
      path: Int32Array.from(path, (p) => p[0]),
      signs: Int8Array.from(path, (p) => p[1]),
    }
  }

  /** What measures a freedom of a closing joint. */
  private measured(pair: Pair, { measure }: Freedom): Pick<Coordinate, 'terms' | 'constant'> {
    return { terms: [pairTerm(pair, measure)], constant: 0 }
  }

  private size(pairs: readonly Pair[]): number {
    let size = 0
    const consider = (frame: Frame) => {
      size = Math.max(size, Math.hypot(frame[ORIGIN], frame[ORIGIN + 1], frame[ORIGIN + 2]))
    }
    this.frames.forEach(consider)
    for (const pair of pairs) {
      consider(pair.frameA)
      consider(pair.frameB)
    }
    return size > 0 ? size : 1
  }
}

/** The rows by which a joint off the tree holds. */
function closingRows({ source, type, pitch }: ResolvedJoint, pair: Pair, size: number): Row[] {
  const owner = { kind: 'joint', id: source.id, name: source.name } as const
  const rows = type.closing.map((condition): Row => ({
    owner,
    direction: condition.direction,
    weight: condition.measures === 'length' ? 1 / size : 1,
    terms: [pairTerm(pair, condition)],
    constant: 0,
  }))
  if (type.hasLead) {
    rows.push({
      owner,
      direction: 'slide along z by the lead',
      weight: 1 / size,
      terms: [pairTerm(pair, slide(Axis.Z)), pairTerm(pair, turn, -pitch)],
      constant: 0,
    })
  }
  return rows
}

/** A rotation whose z axis is the given axis (the other two follow in cyclic order). */
function axisAsZ(axis: Axis): Frame {
  if (axis === Axis.X) return Float64Array.of(0, 1, 0, 0, 0, 1, 1, 0, 0, 0, 0, 0)
  if (axis === Axis.Y) return Float64Array.of(0, 0, 1, 1, 0, 0, 0, 1, 0, 0, 0, 0)
  return identityFrame()
}

/** The frame of the second datum in the first, for given coordinates. */
function travel({ type, pitch }: ResolvedJoint, values: readonly number[]): Frame {
  let frame = identityFrame()
  type.freedoms.forEach(({ motion, axis }, f) => {
    const toZ = axisAsZ(axis)
    const q = values[f]
    const c = motion === 'slide' ? 1 : Math.cos(q)
    const s = motion === 'slide' ? 0 : Math.sin(q)
    const along = motion === 'slide' ? q : motion === 'screw' ? pitch * q : 0
    const step = Float64Array.of(c, s, 0, -s, c, 0, 0, 0, 1, 0, 0, along)
    frame = multiply(frame, multiply(toZ, multiply(step, inverse(toZ))))
  })
  return frame
}

function concatenated(frames: readonly Frame[]): Frame {
  const all = new Float64Array(FRAME * frames.length)
  frames.forEach((frame, i) => all.set(frame, FRAME * i))
  return all
}

/** The pose of every body for the link frames `world`, written into `out` (12 numbers a body). */
export function bodyPoses(mechanism: Mechanism, world: Frame, out: Frame): void {
  const { bodyLink, bodyFrame } = mechanism
  for (let b = 0; b < bodyLink.length; b++) {
    compose(world, FRAME * bodyLink[b], bodyFrame, FRAME * b, out, FRAME * b)
  }
}
