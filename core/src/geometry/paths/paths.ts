/** The paths of a document, ready to be followed. */
import type { MechanismDocument } from '../../document/format/mechanism'
import type { Path } from '../../document/format/parts'
import { FRAME, ORIGIN } from '../../maths/frame'
import type { Vector } from '../../maths/vector'
import { norm, subtract } from '../../maths/vector'
import { fail, succeed } from '../../result'
import type { Problem, Result } from '../../result'
import { siValue } from '../../units/quantity'
import type { ResolvedDatum } from '../datums'
import type { MeasuredCurve, PathCurve } from './path-curve'
import { pathType } from './registry'
import { NEAREST } from '../tolerances'

export interface ResolvedPath extends PathCurve {
  readonly source: Path
  /** The frame its points are given in. */
  readonly datum: ResolvedDatum
  /** From its first to its last point, or once around [m]. */
  readonly length: number
}

/** Errors: `path-points`, `path-point-repeated`, and those of the kinds. */
export function resolvePaths(
  document: MechanismDocument,
  datums: ReadonlyMap<string, ResolvedDatum>,
): Result<ReadonlyMap<string, ResolvedPath>> {
  const problems: Problem[] = []
  const paths = new Map<string, ResolvedPath>()
  ;(document.paths ?? []).forEach((source, i) => {
    const path = resolvePath(source)
    if (path.ok) paths.set(source.id, { ...path.value, source, datum: datums.get(source.datum)! })
    else {
      problems.push(
        ...path.problems.map((p) => ({
          ...p,
          message: `${source.name}: ${p.message}`,
          pointer: `/paths/${i}${p.pointer ?? '/points'}`,
          ids: [source.id],
        })),
      )
    }
  })
  return problems.length > 0 ? fail(...problems) : succeed(paths)
}

/**
 * Points of a path at even distances, three numbers each in the frame of its datum, and its length [m].
 * Errors: those of `resolvePaths`.
 */
export function samplePath(
  course: Pick<Path, 'kind' | 'points' | 'closed'>,
  count: number,
): Result<{ readonly points: Float32Array; readonly length: number }> {
  const path = resolvePath(course)
  if (!path.ok) return path
  const { length, follow } = path.value
  const points = new Float32Array(3 * count)
  const frame = new Float64Array(FRAME + 12)
  for (let k = 0; k < count; k++) {
    follow((length * k) / (count - 1), frame)
    points.set(frame.subarray(ORIGIN, ORIGIN + 3), 3 * k)
  }
  return succeed({ points, length })
}

function resolvePath(source: Pick<Path, 'kind' | 'points' | 'closed'>): Result<MeasuredCurve> {
  const points = source.points.map(
    (point) => point.map((length) => siValue(length, 'length')) as unknown as Vector,
  )
  const type = pathType(source.kind)
  const { least, most, words } = type.points
  if (points.length < least || points.length > most) {
    return fail({ code: 'path-points', message: `a ${source.kind} needs ${words}; it has ${points.length}.` })
  }
  const ring = source.closed ? [...points, points[0]] : points
  for (let k = 1; k < ring.length; k++) {
    if (norm(subtract(ring[k], ring[k - 1])) > NEAREST) continue
    return fail({
      code: 'path-point-repeated',
      message: `point ${k + 1 > points.length ? 1 : k + 1} lies on the point before it; delete one of the two.`,
      pointer: `/points/${k % points.length}`,
    })
  }
  return type.make(points, source.closed === true)
}
