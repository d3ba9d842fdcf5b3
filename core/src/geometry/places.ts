/**
 * Where the parts, bodies, datums and paths of a document are, in SI: all that needs no joint. It finds every fault of
 * shapes and placements.
 */
import { rigidSets } from '../document/groups'
import type { MechanismDocument } from '../document/format/mechanism'
import type { Frame } from '../maths/frame'
import { fail, succeed } from '../result'
import type { Problem, Result } from '../result'
import { resolveDatums, placedFrames } from './datums'
import { resolvePart } from './parts'
import type { ResolvedPart } from './parts'
import { placementProblems, placementFrame } from './placement'
import type { ResolvedBody, ResolvedDatum } from './datums'
import { resolvePaths } from './paths/paths'
import type { ResolvedPath } from './paths/paths'

export interface Places {
  readonly document: MechanismDocument
  readonly parts: ReadonlyMap<string, ResolvedPart>
  readonly bodies: readonly ResolvedBody[]
  /** Bodies by index that move as one, by rigid groups. */
  readonly rigid: readonly (readonly number[])[]
  readonly datums: ReadonlyMap<string, ResolvedDatum>
  readonly paths: ReadonlyMap<string, ResolvedPath>
}

/**
 * @param document a validated document
 * Errors: those of parts, placements, datums and paths.
 */
export function resolvePlaces(document: MechanismDocument): Result<Places> {
  const problems: Problem[] = placementProblems(document)
  const parts = new Map<string, ResolvedPart>()
  document.parts.forEach((part, i) => {
    const resolved = resolvePart(part, `/parts/${i}`)
    if (resolved.ok) parts.set(part.id, resolved.value)
    else problems.push(...resolved.problems)
  })
  if (problems.length > 0) return fail(...problems)

  const placed = document.bodies.map((body, i) => {
    const frames = placedFrames(body, parts, `/bodies/${i}`)
    if (frames.ok) return frames.value
    problems.push(...frames.problems)
    return new Map<string, Frame>()
  })
  if (problems.length > 0) return fail(...problems)

  const bodies = document.bodies.map((source, i) => ({
    source,
    placed: placed[i],
    pose: source.pose || source.grounded || source.parts.length === 0 ? placementFrame(source.pose) : null,
  }))
  const bodyIndex = new Map(document.bodies.map((body, i) => [body.id, i]))
  const datums = resolveDatums(document, bodies, bodyIndex, parts)
  if (!datums.ok) return datums
  const paths = resolvePaths(document, datums.value)
  if (!paths.ok) return paths
  const rigid = rigidSets(document).map((set) => set.map((id) => bodyIndex.get(id)!))
  return succeed({ document, parts, bodies, rigid, datums: datums.value, paths: paths.value })
}

/** Frames of all datums of one body, on it, by id. Errors: those of its parts and datums. */
export function datumsOn(document: MechanismDocument, body: string): Result<ReadonlyMap<string, Frame>> {
  const bodies = document.bodies.filter(({ id }) => id === body)
  const used = new Set(bodies.flatMap(({ parts }) => parts.map(({ part }) => part)))
  const places = resolvePlaces({
    ...document,
    bodies,
    parts: document.parts.filter(({ id }) => used.has(id)),
    datums: document.datums.filter((datum) => datum.body === body),
    groups: [],
    paths: [],
  })
  return places.ok ? succeed(new Map([...places.value.datums].map(([id, { frame }]) => [id, frame]))) : places
}
