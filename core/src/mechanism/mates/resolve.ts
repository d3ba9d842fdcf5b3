/**
 * Mates as conditions between two frames. Each pairing of a point, an axis and a plane has one entry for each kind of
 * mate: what it holds, and for angles and distances what it measures. Round surfaces are points (spheres) and axes
 * (cylinders) with a radius; paths are in paths/.
 *
 * Source: Haug, Computer Aided Kinematics and Dynamics of Mechanical Systems, sections 9.4 (dot-product conditions).
 */
import type { Mate, MateEnd } from '../../document/format/joints'
import type { MechanismDocument } from '../../document/format/mechanism'
import { fail, succeed } from '../../result'
import type { Problem, Result } from '../../result'
import { parseQuantity, siValue } from '../../units/quantity'
import { axesAngle, Axis, axisPlaneAngle, distance, radius, slide, square } from '../conditions'
import type { Condition } from '../conditions'
import type { ResolvedDatum } from '../../geometry/datums'
import type { ResolvedPath } from '../../geometry/paths/paths'
import { VANISHES } from '../tolerances'

export interface ResolvedMate {
  readonly source: Mate
  /** The frame in whose axes the conditions are measured, and the other one. */
  readonly a: ResolvedDatum
  readonly b: ResolvedDatum
  /** Set when `a` follows this path. */
  readonly path: ResolvedPath | null
  /** True when a mate with a path is measured in the axes of `b`. */
  readonly swapped: boolean
  readonly holds: readonly Condition[]
  /** What it measures, and what to take off for the radii. */
  readonly reads: Condition | null
  readonly offset: number
  /** What the measure is held at; null when it only measures. */
  readonly value: number | null
  readonly lower: number
  readonly upper: number
}

type Form = 'point' | 'axis' | 'plane'

const FORM: Readonly<Record<Exclude<MateEnd['as'], 'path'>, Form>> = {
  point: 'point',
  axis: 'axis',
  plane: 'plane',
  sphere: 'point',
  cylinder: 'axis',
}
const ORDER: readonly Form[] = ['plane', 'axis', 'point']

const { X, Y, Z } = Axis
const onPoint = [slide(X), slide(Y), slide(Z)]
const onAxis = [slide(X), slide(Y)]
const onPlane = [slide(Z)]
const parallel = [square(X, Z), square(Y, Z)]
const across = [square(Z, Z)]

interface Pairing {
  readonly holds: readonly Condition[]
  readonly reads?: Condition
  /** Measured in the axes of the other side, not of the path. */
  readonly swapped?: boolean
}

/** What a mate holds, by its kind and the two forms; the first form is the one in whose axes it is measured. */
const PAIRINGS: Readonly<Record<Mate['kind'], Readonly<Record<string, Pairing>>>> = {
  coincident: {
    'point point': { holds: onPoint },
    'axis point': { holds: onAxis },
    'plane point': { holds: onPlane },
    'axis axis': { holds: [...onAxis, ...parallel] },
    'plane axis': { holds: [...onPlane, ...across] },
    'plane plane': { holds: [...onPlane, ...parallel] },
  },
  concentric: {
    'point point': { holds: onPoint },
    'axis point': { holds: onAxis },
    'axis axis': { holds: [...onAxis, ...parallel] },
  },
  parallel: {
    'axis axis': { holds: parallel },
    'plane axis': { holds: across },
    'plane plane': { holds: parallel },
  },
  perpendicular: {
    'axis axis': { holds: across },
    'plane axis': { holds: parallel },
    'plane plane': { holds: across },
  },
  angle: {
    'axis axis': { holds: [], reads: axesAngle },
    'plane axis': { holds: [], reads: axisPlaneAngle },
    'plane plane': { holds: [], reads: axesAngle },
  },
  distance: {
    'point point': { holds: [], reads: distance },
    'axis point': { holds: [], reads: radius },
    'plane point': { holds: [], reads: slide(Z) },
    'axis axis': { holds: parallel, reads: radius },
    'plane axis': { holds: across, reads: slide(Z) },
    'plane plane': { holds: parallel, reads: slide(Z) },
  },
  tangent: {
    'point point': { holds: [], reads: distance },
    'axis point': { holds: [], reads: radius },
    'plane point': { holds: [], reads: slide(Z) },
    'axis axis': { holds: parallel, reads: radius },
    'plane axis': { holds: across, reads: slide(Z) },
  },
}

/** What a mate with a path holds, in the frame that follows the path (x along it), by the other side's form. */
const PATH_PAIRINGS: Readonly<Record<string, Pairing>> = {
  'coincident point': { holds: onPoint },
  // the path touches the plane, whose normal is across the tangent
  'tangent plane': { holds: [square(Z, X)], reads: slide(Z), swapped: true },
  // the surface rides beside the path, its centre across the tangent
  'tangent axis': { holds: [slide(X)], reads: slide(Y) },
  'tangent point': { holds: [slide(X), slide(Z)], reads: slide(Y) },
}

/** Errors: `mate-unsuited`, `mate-value`, `limits-crossed`, `mate-radius`. */
export function resolveMates(
  document: MechanismDocument,
  datums: ReadonlyMap<string, ResolvedDatum>,
  paths: ReadonlyMap<string, ResolvedPath>,
): Result<ResolvedMate[]> {
  const problems: Problem[] = []
  const mates = (document.mates ?? []).flatMap((source, i) => {
    const mate = resolveMate(source, datums, paths)
    if (mate.ok) return [mate.value]
    problems.push(
      ...mate.problems.map((p) => ({
        ...p,
        message: `${source.name}: ${p.message}`,
        pointer: `/mates/${i}${p.pointer ?? ''}`,
        ids: [source.id],
      })),
    )
    return []
  })
  return problems.length > 0 ? fail(...problems) : succeed(mates)
}

function resolveMate(
  source: Mate,
  datums: ReadonlyMap<string, ResolvedDatum>,
  paths: ReadonlyMap<string, ResolvedPath>,
): Result<ResolvedMate> {
  const sides = [source.a, source.b]
  const onPath = sides.find((end) => end.as === 'path')
  const [first, second] = onPath
    ? [onPath, sides.find((end) => end !== onPath)!]
    : sides.sort((p, q) => ORDER.indexOf(formOf(p)) - ORDER.indexOf(formOf(q)))
  const pairing =
    second.as === 'path'
      ? undefined
      : onPath
        ? PATH_PAIRINGS[`${source.kind} ${formOf(second)}`]
        : PAIRINGS[source.kind][`${formOf(first)} ${formOf(second)}`]
  if (!pairing) {
    return fail({
      code: 'mate-unsuited',
      message: `“${source.kind}” has no meaning between a ${first.as} and a ${second.as}; pick other geometry or another mate.`,
      pointer: '/kind',
    })
  }
  const settings = mateSettings(source, pairing, first, second)
  if (!settings.ok) return settings
  const path = onPath ? paths.get(onPath.path!)! : null
  return succeed({
    source,
    a: path ? path.datum : datums.get(first.datum!)!,
    b: datums.get(second.datum!)!,
    path,
    swapped: pairing.swapped === true,
    ...settings.value,
  })
}

const formOf = (end: MateEnd): Form => (end.as === 'path' ? 'point' : FORM[end.as])

type Settings = Pick<ResolvedMate, 'holds' | 'reads' | 'offset' | 'value' | 'lower' | 'upper'>

function mateSettings(source: Mate, pairing: Pairing, first: MateEnd, second: MateEnd): Result<Settings> {
  const { holds, reads = null } = pairing
  const measured = source.kind === 'angle' || source.kind === 'distance'
  const radii = [first, second].map((end) => siValue(end.radius, 'length'))
  if (radii.some((r) => r < 0))
    return fail({ code: 'mate-radius', message: 'a radius must not be negative.' })
  const read = (field: 'value' | 'lower' | 'upper'): Result<number | null> => {
    const quantity = source[field]
    if (quantity === undefined) return succeed(null)
    if (!measured) {
      return fail({
        code: 'mate-value',
        message: `a ${source.kind} mate has no ${field}.`,
        pointer: `/${field}`,
      })
    }
    const found = parseQuantity(quantity, source.kind === 'angle' ? 'angle' : 'length')
    return found.ok
      ? found
      : fail({ code: 'mate-value', message: found.problems[0].message, pointer: `/${field}` })
  }
  const value = read('value')
  const lower = read('lower')
  const upper = read('upper')
  if (!value.ok) return value
  if (!lower.ok) return lower
  if (!upper.ok) return upper
  const limits = { lower: lower.value ?? -Infinity, upper: upper.value ?? Infinity }
  if (limits.lower > limits.upper) {
    return fail({
      code: 'limits-crossed',
      message: `the lower limit ${source.lower} lies above the upper limit ${source.upper}; exchange them.`,
      pointer: '/lower',
    })
  }
  if (reads === null) return succeed({ holds, reads: null, offset: 0, value: null, ...limits })
  if (measured) {
    const offset = radii[0] + radii[1]
    return vanishes(reads, value.value, offset)
      ? succeed({ holds: [...holds, ...atZero(reads)], reads: null, offset: 0, value: null, ...limits })
      : succeed({ holds, reads, offset, value: value.value, ...limits })
  }
  // tangent: the gap between the surfaces is zero, from outside or from inside
  const signed = reads.of === null
  const contact = signed
    ? (source.inside ? -1 : 1) * (radii[0] + radii[1])
    : source.inside
      ? Math.abs(radii[0] - radii[1])
      : radii[0] + radii[1]
  return vanishes(reads, 0, contact)
    ? succeed({ holds: [...holds, ...atZero(reads)], reads: null, offset: 0, value: null, ...limits })
    : succeed({ holds, reads, offset: contact, value: 0, ...limits })
}

/** True when a length without direction is asked to be zero, where it has no gradient. */
const vanishes = (reads: Condition, value: number | null, offset: number): boolean =>
  value !== null && reads.of !== null && reads.dimension === 'length' && Math.abs(value + offset) < VANISHES

/** What holds where a distance of points, or from an axis, is zero. */
const atZero = (reads: Condition): readonly Condition[] => (reads === distance ? onPoint : onAxis)
