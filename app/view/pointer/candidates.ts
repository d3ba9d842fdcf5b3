/**
 * What the place under the pointer offers as a datum: a named datum of the part, the centre of a circle or arc with its axis,
 * the middle or an end of an edge, the middle of a face with its normal, or the axis of a round surface.
 */
import {
  fail,
  formatQuantity,
  identityFrame,
  moved,
  multiply,
  ORIGIN,
  originOf,
  placedFrames,
  placementOf,
  succeed,
} from '@ligamen/core'
import type { Body, Boundary, Feature, Frame, MechanismDocument, Result } from '@ligamen/core'
import { namedDatumsOf, shapesOn } from '~/model/picking/named-datums'
import type { NamedDatum } from '~/model/picking/named-datums'
import { featuresOf } from '~/model/meshes/part-meshes'
import type { Viewport } from '~/view/three/viewport'

/** How near on the canvas the pointer has to be [px]. */
const NEAR_DATUM = 9
const NEAR_EDGE = 8
/** Places nearer than this are one [m]. */
const SAME = 2e-6

type Point = readonly [number, number, number]
/** Pixels to the right and down. */
type Flat = readonly [number, number]

export function candidateAt(
  view: Viewport,
  document: MechanismDocument,
  x: number,
  y: number,
): Result<NamedDatum> {
  const hit = view.hitAt(x, y)
  const body = document.bodies.find(({ id }) => id === hit?.body)
  if (!hit || !body) return nothing('Point at a part of the mechanism, or choose a datum from the list.')
  /** From the pointer to where a point of the body is drawn [px]. */
  const offset = (onBody: Point): Flat => {
    const [px, py] = view.sight.onCanvas(view.toGround(body.id, onBody))
    return [px - x, py - y]
  }
  const away = (onBody: Point) => Math.hypot(...offset(onBody))
  const named = namedDatumsOf(document, body)
  const nearest = closest(named, ({ frame }) => away(originOf(frame)))
  if (nearest && nearest.distance < NEAR_DATUM) return succeed(nearest.item)

  const placed = body.parts.find(({ id }) => id === hit.placed)
  const part = document.parts.find(({ id }) => id === placed?.part)
  const around = part && featuresOf(part)?.around(hit.triangle)
  if (!placed || !around) return nothing('This part is still loading.')
  const onBody = placedOn(document, body, placed.id)
  const place = (p: Point): Point => originOf(multiply(onBody, moved(p)))
  const boundary = closest(around.boundaries, ({ points }) => distanceTo(points.map((p) => offset(place(p)))))
  const feature =
    boundary && boundary.distance < NEAR_EDGE
      ? ofBoundary(boundary.item, place, away)
      : around.face && { feature: around.face, words: wordsOf(around.face) }
  if (!feature)
    return nothing(
      'This surface is neither flat nor round, so it gives no axis; point at an edge, or choose a named datum.',
    )
  const frame = multiply(onBody, feature.feature.frame)
  const same = named.find((datum) => agrees(datum.frame, frame, feature.feature))
  const round = 'radius' in feature.feature ? { radius: feature.feature.radius } : {}
  if (same) return succeed({ ...same, ...round })
  return succeed({
    pick: { name: feature.words, body: body.id, at: placementOf(frame) },
    frame,
    words: `${feature.words} of ${body.name}`,
    ...round,
  })
}

const nothing = (message: string) => fail({ code: 'pick-nothing', message })

function placedOn(document: MechanismDocument, body: Body, placed: string): Frame {
  const frames = placedFrames(body, shapesOn(document, body), '')
  return (frames.ok && frames.value.get(placed)) || identityFrame()
}

function closest<T>(
  items: readonly T[],
  distance: (item: T) => number,
): { item: T; distance: number } | null {
  let best: { item: T; distance: number } | null = null
  for (const item of items) {
    const d = distance(item)
    if (!best || d < best.distance) best = { item, distance: d }
  }
  return best
}

/** How near a polyline on the canvas comes to the origin. */
function distanceTo(points: readonly Flat[]): number {
  let best = Infinity
  for (let k = 1; k < points.length; k++) {
    const [[ax, ay], [bx, by]] = [points[k - 1]!, points[k]!]
    const [dx, dy] = [bx - ax, by - ay]
    const length = dx * dx + dy * dy
    const share = length > 0 ? Math.min(1, Math.max(0, -(ax * dx + ay * dy) / length)) : 0
    best = Math.min(best, Math.hypot(ax + share * dx, ay + share * dy))
  }
  return best
}

function ofBoundary({ feature }: Boundary, place: (p: Point) => Point, away: (p: Point) => number) {
  if (feature.kind !== 'edge') return { feature, words: wordsOf(feature) }
  const ends = feature.ends.map((end) => ({ end, distance: away(place(end)) }))
  const middle = away(place(originOf(feature.frame)))
  const near = ends.find(({ distance }) => distance < middle)
  if (!near) return { feature, words: 'middle of an edge' }
  const frame = feature.frame.slice()
  frame.set(near.end, ORIGIN)
  return { feature: { ...feature, frame }, words: 'end of an edge' }
}

function wordsOf(feature: Feature): string {
  switch (feature.kind) {
    case 'plane':
      return 'middle of a face'
    case 'edge':
      return 'middle of an edge'
    case 'cylinder':
      return `axis of a round face, Ø ${formatQuantity(2 * feature.radius, 'mm', 2)}`
    default:
      return `centre of ${feature.kind === 'arc' ? 'an arc' : 'a circle'}, Ø ${formatQuantity(2 * feature.radius, 'mm', 2)}`
  }
}

/** Whether a named datum is the same place; a round face gives its axis wherever along it the datum is. */
function agrees(named: Frame, found: Frame, feature: Feature): boolean {
  const along = named[6]! * found[6]! + named[7]! * found[7]! + named[8]! * found[8]!
  if (Math.abs(Math.abs(along) - 1) > 1e-6 || (feature.kind === 'plane' && along < 0)) return false
  const gap = [0, 1, 2].map((k) => named[ORIGIN + k]! - found[ORIGIN + k]!)
  const beside = feature.kind === 'cylinder' ? gap.reduce((sum, g, k) => sum + g * found[6 + k]!, 0) : 0
  return Math.sqrt(Math.max(0, gap.reduce((sum, g) => sum + g * g, 0) - beside * beside)) < SAME
}
