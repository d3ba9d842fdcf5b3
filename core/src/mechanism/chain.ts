/**
 * The kinematic chain: every freedom of a tree joint is one *link*, turning about, sliding along or screwing about its own
 * z axis, or following a path; link 0 is ground. A body sits on a link by a constant offset, so bodies bound rigidly
 * share a link. Link l has the coordinate q[l].
 */
import { FRAME, identityFrame, inverse, multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { Axis, conditionValue, slide, turn } from './conditions'
import type { Freedom } from './joints/joint-type'
import type { PathCurve } from '../geometry/paths/path-curve'
import type { Pair } from './rows'
import type { SpanningTree } from './tree'
import type { Geometry } from './geometry'
import type { ResolvedDatum } from '../geometry/datums'
import type { ResolvedJoint } from './joints/resolve'
import type { ResolvedMate } from './mates/resolve'

export const TURNS = 0
export const SLIDES = 1
export const FOLLOWS = 2

export interface Chain {
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
  readonly linkPath: ReadonlyMap<number, PathCurve>
  /** Joint of each link, -1 for a floating body's freedoms, for path followers and for ground. */
  readonly linkJoint: Int32Array
  /** Body that hangs on the chain of each link, for words about floating bodies. */
  readonly linkBody: Int32Array
  readonly bodyLink: Int32Array
  readonly bodyFrame: Frame
  /** Coordinates at the home pose, as the document's poses give them; loops may not close there yet. */
  readonly home: Float64Array
  /** Bodies that no joint ties to ground. */
  readonly floating: readonly number[]
}

/** How far the coordinate of each link goes for one unit of a scaled unknown: the size for slides, 1 for turns. */
export const linkScale = ({ linkMotion, size }: Chain & { readonly size: number }): Float64Array =>
  Float64Array.from(linkMotion, (motion) => (motion === TURNS ? 1 : size))

/** Grows the arrays of a chain body by body along the tree. */
export class ChainBuilder {
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
  private readonly paths = new Map<number, PathCurve>()
  private readonly linkOfFreedom = new Map<string, number>()
  private readonly floating: number[] = []

  constructor(private readonly geometry: Geometry) {
    const n = geometry.bodies.length
    this.bodyLink = new Int32Array(n)
    this.bodyOffset = Array.from({ length: n }, identityFrame)
    this.pose = geometry.bodies.map((body) => body.pose ?? identityFrame())
  }

  /** @param edges the joint of every edge of the tree, -1 for two bodies of one rigid group */
  grow(tree: SpanningTree, edges: readonly number[]): void {
    for (const { body, parent, edge, floating } of tree.steps) {
      if (edge >= 0 && edges[edge] >= 0) this.hang(body, parent, edges[edge])
      else if (edge >= 0) this.bind(body, parent)
      else if (floating) {
        this.floating.push(body)
        this.float(body)
      } else this.bodyOffset[body] = this.pose[body]
    }
  }

  /** The link that carries a freedom of a joint, or -1 when the joint is not in the tree. */
  carrierOf(joint: number, freedom: number): number {
    return this.linkOfFreedom.get(`${joint}/${freedom}`) ?? -1
  }

  finish(): Chain {
    return {
      geometry: this.geometry,
      links: this.parent.length,
      linkParent: Int32Array.from(this.parent),
      linkMotion: Uint8Array.from(this.motion),
      linkSign: Int8Array.from(this.sign),
      linkPitch: Float64Array.from(this.pitch),
      linkFrame: concatenated(this.frames),
      linkPath: this.paths,
      linkJoint: Int32Array.from(this.joint),
      linkBody: Int32Array.from(this.carries),
      bodyLink: this.bodyLink,
      bodyFrame: concatenated(this.bodyOffset),
      home: Float64Array.from(this.home),
      floating: this.floating,
    }
  }

  /** Two datums as a pair of frames on links. */
  pair(from: Pick<ResolvedDatum, 'body' | 'frame'>, to: Pick<ResolvedDatum, 'body' | 'frame'>): Pair {
    return this.pairOn(
      this.bodyLink[from.body],
      multiply(this.bodyOffset[from.body], from.frame),
      this.bodyLink[to.body],
      multiply(this.bodyOffset[to.body], to.frame),
    )
  }

  /** The ground's own frame, as a datum of a grounded body. */
  groundDatum(): Pick<ResolvedDatum, 'body' | 'frame'> {
    const body = this.geometry.bodies.findIndex(({ source }) => source.grounded)
    return { body, frame: this.inBody(body, identityFrame()) }
  }

  /** The bodies that are one with a body, itself first: they are carried by the same link. */
  boundTo(body: number): number[] {
    const { bodyLink } = this
    return [body, ...[...bodyLink.keys()].filter((b) => b !== body && bodyLink[b] === bodyLink[body])]
  }

  /** A frame of ground at the home pose, given in a body. */
  inBody(body: number, frame: Frame): Frame {
    return multiply(inverse(this.pose[body]), frame)
  }

  /** A frame of a body in ground at the home pose. */
  inGround(body: number, frame: Frame): Frame {
    return multiply(this.pose[body], frame)
  }

  /** Adds a link that follows the path of a mate, starting nearest to the mated datum, and pairs the two. */
  follow({ a, b, path, swapped }: ResolvedMate): Pair {
    const base = this.inGround(a.body, a.frame)
    const point = multiply(inverse(base), this.inGround(b.body, b.frame))
    const link = this.addLink(this.bodyLink[a.body], multiply(this.bodyOffset[a.body], a.frame), {
      motion: FOLLOWS,
      sign: 1,
      pitch: 0,
      joint: -1,
      body: a.body,
      home: path!.nearest(point[ORIGIN], point[ORIGIN + 1], point[ORIGIN + 2]),
    })
    this.paths.set(link, path!)
    const other = multiply(this.bodyOffset[b.body], b.frame)
    return swapped
      ? this.pairOn(this.bodyLink[b.body], other, link, identityFrame())
      : this.pairOn(link, identityFrame(), this.bodyLink[b.body], other)
  }

  private pairOn(linkA: number, frameA: Frame, linkB: number, frameB: Frame): Pair {
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
      frameA,
      frameB,
      links: Int32Array.from(path, (p) => p[0]),
      signs: Int8Array.from(path, (p) => p[1]),
    }
  }

  /** Two bodies of one rigid group are as their poses say. */
  private bind(body: number, parent: number): void {
    this.bodyLink[body] = this.bodyLink[parent]
    this.bodyOffset[body] = multiply(
      multiply(this.bodyOffset[parent], inverse(this.pose[parent])),
      this.pose[body],
    )
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
      this.pose[body] = this.beyond(joint, forward, values)
    }
  }

  /** Hangs a body on ground by three slides and three turns about its home pose. */
  private float(body: number): void {
    if (!this.geometry.bodies[body].pose) this.pose[body] = this.poseByJoint(body)
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

  /** Where a joint that is off the tree puts a body without a pose of its own, when the other body is placed already. */
  private poseByJoint(body: number): Frame {
    const stands = (other: number) => this.geometry.bodies[other].pose !== null || this.bodyLink[other] > 0
    const joint = this.geometry.joints.find(
      ({ from, to, idle }) =>
        !idle && ((from.body === body && stands(to.body)) || (to.body === body && stands(from.body))),
    )
    if (!joint) return this.pose[body]
    const zeros = joint.type.freedoms.map(() => 0)
    return this.beyond(joint, joint.to.body === body, zeros)
  }

  /** Pose of the second body of a joint (of the first, when it is not walked forward) from that of the other one. */
  private beyond(joint: ResolvedJoint, forward: boolean, values: readonly number[]): Frame {
    const [near, far] = forward ? [joint.from, joint.to] : [joint.to, joint.from]
    const relative = travel(joint, values)
    const from = multiply(this.pose[near.body], near.frame)
    return multiply(multiply(from, forward ? relative : inverse(relative)), inverse(far.frame))
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
      link = this.addLink(link, multiply(frame, toZ), {
        motion: freedom.motion === 'slide' ? SLIDES : TURNS,
        sign: about.sign,
        pitch: freedom.motion === 'screw' ? about.pitch : 0,
        joint: about.joint,
        body: about.body,
        home,
      })
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

  private addLink(
    parent: number,
    frame: Frame,
    about: { motion: number; sign: 1 | -1; pitch: number; joint: number; body: number; home: number },
  ): number {
    this.parent.push(parent)
    this.frames.push(frame)
    this.motion.push(about.motion)
    this.sign.push(about.sign)
    this.pitch.push(about.pitch)
    this.joint.push(about.joint)
    this.carries.push(about.body)
    this.home.push(about.home)
    return this.parent.length - 1
  }
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
