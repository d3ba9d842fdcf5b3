/**
 * Compiling: a document's geometry into a kinematic chain along a spanning tree (chain.ts), and everything off the tree
 * into rows (rows.ts): joints that close loops, mates and relations. Symbolic work ends here.
 */
import { isMovedByForces } from '../document/moved-by-forces'
import type { MechanismDocument } from '../document/format/mechanism'
import { switchedByCues } from '../document/walk'
import { FRAME, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { ChainBuilder } from './chain'
import type { Chain } from './chain'
import { Axis, slide, turn } from './conditions'
import { compileRelations } from './relations/compile'
import type { CompiledRelation } from './relations/compile'
import { measured } from './reading'
import type { Reading } from './reading'
import { conditionRow, linkTerm, pairTerm } from './rows'
import type { Coordinate } from './coordinate'
import type { Owner, Pair, Row } from './rows'
import { MotionState } from './state'
import { spanningTree } from './tree'
import type { TreeEdge } from './tree'
import { resolveGeometry } from './geometry'
import { freedomDimension } from './joints/joint-type'
import type { ResolvedJoint } from './joints/resolve'
import type { Geometry } from './geometry'
import type { ResolvedDatum } from '../geometry/datums'
import type { ResolvedMate } from './mates/resolve'
import { SMALLEST } from './tolerances'

/** A mate that measures something. */
export interface MateReading extends Reading {
  readonly mate: ResolvedMate
}

export interface Mechanism extends Chain {
  /** What holds until a cue says otherwise: closing joints, mates, relations. */
  readonly rows: readonly Row[]
  /** What is suspended and restored by a cue of some scenario. */
  readonly spareRows: readonly Row[]
  readonly coordinates: readonly Coordinate[]
  readonly mateReadings: readonly MateReading[]
  readonly relations: readonly CompiledRelation[]
  /** A length that represents the mechanism's size [m], to weigh lengths against angles. */
  readonly size: number
  /** Two datums, by id, as a pair of frames on links; null is the ground's own frame. */
  readonly pairOf: (from: string | null, to: string) => Pair
  /** Frames on two bodies, by index, as a pair of frames on links; null is the ground's own frame. */
  readonly pairOn: (a: Seat | null, b: Seat) => Pair
}

/** A frame on a body. */
export type Seat = Pick<ResolvedDatum, 'body' | 'frame'>

/**
 * Compiles a validated document. Joints that any scenario drives are kept in the tree where that is possible.
 *
 * Errors: those of `resolveGeometry` and of `compileRelations`.
 */
export function compile(document: MechanismDocument): Result<Mechanism> {
  const resolved = resolveGeometry(document)
  if (!resolved.ok) return resolved
  const geometry = resolved.value
  const builder = new ChainBuilder(geometry)
  const switched = switchedByCues(document)
  const acts = ({ source, idle }: ResolvedJoint) => (!source.suspended || switched.has(source.id)) && !idle
  const active = geometry.joints.map((_, i) => i).filter((i) => acts(geometry.joints[i]))
  // what a cue switches closes loops, so that switching changes rows alone
  const steady = active.filter((i) => !switched.has(geometry.joints[i].source.id))
  const { edges, jointOfEdge } = treeEdges(geometry, steady)
  const tree = spanningTree(
    geometry.bodies.map((body) => body.source.grounded === true),
    edges,
  )
  builder.grow(tree, jointOfEdge)

  const closing = [
    ...tree.closing.map((edge) => jointOfEdge[edge]).filter((joint) => joint >= 0),
    ...active.filter((i) => switched.has(geometry.joints[i].source.id)),
  ]
  const pairs = new Map(closing.map((i) => [i, builder.pair(geometry.joints[i].from, geometry.joints[i].to)]))
  const mates = geometry.mates
    .filter(({ source }) => !source.suspended || switched.has(source.id))
    .map((mate) => ({ mate, pair: mate.path ? builder.follow(mate) : builder.pair(mate.a, mate.b) }))
  const chain = builder.finish()
  const size = sizeOf(chain, [...pairs.values(), ...mates.map(({ pair }) => pair)])
  const state = new MotionState(chain)

  const coordinates = active.flatMap((joint) =>
    geometry.joints[joint].type.freedoms.map((freedom, f): Coordinate => {
      const settings = geometry.joints[joint].settings[f]
      const link = builder.carrierOf(joint, f)
      const { terms, constant } =
        link >= 0
          ? { terms: [linkTerm(link)], constant: 0 }
          : measured(state, pairs.get(joint)!, freedom.measure)
      const dimension = freedomDimension(freedom)
      return {
        joint,
        freedom,
        settings,
        link,
        terms,
        constant: constant - settings.zero,
        dimension: dimension,
      }
    }),
  )
  const rows = [
    ...[...pairs].flatMap(([joint, pair]) => closingRows(state, geometry.joints[joint], pair, size)),
    ...mates.flatMap(({ mate, pair }) => mateRows(mate, pair, size)),
  ]
  const mateReadings = mates.flatMap(({ mate, pair }): MateReading[] => {
    const { reads, offset } = mate
    if (!reads || reads.dimension === 'plain') return []
    return [{ mate, terms: [pairTerm(pair, reads)], constant: -offset, dimension: reads.dimension }]
  })
  const relations = compileRelations({ geometry, builder, state, coordinates, size, switched })
  if (!relations.ok) return fail(...relations.problems)
  const all = [...rows, ...relations.value.flatMap(({ row }) => row)]
  const suspended = new Set(
    [document.joints, document.mates ?? [], document.relations ?? []]
      .flat()
      .flatMap((member) => (member.suspended ? [member.id] : [])),
  )
  return succeed({
    ...chain,
    rows: all.filter(({ owner }) => !suspended.has(owner.id)),
    spareRows: all.filter(({ owner }) => suspended.has(owner.id)),
    coordinates,
    mateReadings,
    relations: relations.value,
    size,
    pairOf: (from, to) =>
      builder.pair(
        from === null ? builder.groundDatum() : geometry.datums.get(from)!,
        geometry.datums.get(to)!,
      ),
    pairOn: (a, b) => builder.pair(a ?? builder.groundDatum(), b),
  })
}

/** Joints, and bonds between the bodies of rigid groups, as edges of the graph of bodies. */
function treeEdges(
  geometry: Geometry,
  active: readonly number[],
): { edges: TreeEdge[]; jointOfEdge: number[] } {
  const { joints: sources, scenarios, loads = [] } = geometry.document
  const driven = new Set([
    ...scenarios.flatMap((s) => s.drivers.flatMap((d) => ('joint' in d ? d.joint : []))),
    // what acts along a joint is known best where the joint carries its coordinate
    ...[...loads, ...scenarios.flatMap((s) => s.loads ?? [])].flatMap((load) =>
      'joint' in load ? load.joint : [],
    ),
    // and so is what returns to rest when nothing pushes it
    ...((geometry.document.contacts ?? []).length > 0
      ? sources.flatMap(({ id, freedoms = [] }) =>
          freedoms.some(({ rest }) => rest !== undefined) ? id : [],
        )
      : []),
    // and so is what stops at a limit by itself
    ...(scenarios.some(isMovedByForces)
      ? sources.flatMap(({ id, freedoms = [] }) =>
          freedoms.some(({ lower, upper }) => lower !== undefined || upper !== undefined) ? id : [],
        )
      : []),
  ])
  const joints = active.map((i): TreeEdge => {
    const { from, to, type, source } = geometry.joints[i]
    return { a: from.body, b: to.body, freedoms: type.freedoms.length, driven: driven.has(source.id) }
  })
  const bonds = geometry.rigid.flatMap((set) =>
    set.slice(1).map((body): TreeEdge => ({ a: set[0], b: body, freedoms: 0, driven: false })),
  )
  return { edges: [...joints, ...bonds], jointOfEdge: [...active, ...bonds.map(() => -1)] }
}

/** The rows by which a joint off the tree holds. */
function closingRows(state: MotionState, joint: ResolvedJoint, pair: Pair, size: number): Row[] {
  const { source, type, pitch } = joint
  const owner: Owner = { kind: 'joint', id: source.id, name: source.name }
  const rows = type.closing.map((condition) => conditionRow(owner, pair, condition, size))
  if (type.hasLead) {
    const turns = measured(state, pair, turn)
    rows.push({
      owner,
      direction: 'slide along z by the lead',
      weight: 1 / size,
      terms: [
        pairTerm(pair, slide(Axis.Z)),
        ...turns.terms.map((term) => ({ ...term, factor: -pitch * term.factor })),
      ],
      constant: -pitch * turns.constant,
    })
  }
  return rows
}

/** The rows by which a mate holds; a value it only measures makes none. */
function mateRows({ source, holds, reads, offset, value }: ResolvedMate, pair: Pair, size: number): Row[] {
  const owner: Owner = { kind: 'mate', id: source.id, name: source.name }
  const rows = holds.map((condition) => conditionRow(owner, pair, condition, size))
  if (reads && value !== null) {
    rows.push({ ...conditionRow(owner, pair, reads, size), constant: -offset - value })
  }
  return rows
}

function sizeOf({ linkFrame }: Chain, pairs: readonly Pair[]): number {
  let size = 0
  const consider = (frame: Frame, at: number) => {
    size = Math.max(size, Math.hypot(frame[at + ORIGIN], frame[at + ORIGIN + 1], frame[at + ORIGIN + 2]))
  }
  for (let at = 0; at < linkFrame.length; at += FRAME) consider(linkFrame, at)
  for (const { frameA, frameB } of pairs) {
    consider(frameA, 0)
    consider(frameB, 0)
  }
  return size > SMALLEST ? size : 1
}
