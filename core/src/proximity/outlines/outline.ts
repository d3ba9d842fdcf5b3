/**
 * The outline of an extruded part as contact sees it: stretches along each of which the normal turns smoothly and not far.
 * A corner that points outward is a stretch, too: an arc of no length, along which the normal turns from one side's to the
 * other's. Neighbours that go on smoothly are known; at corners that point inward the outline breaks, since nothing can roll
 * through them.
 */
import type { Piece } from '../../shapes/profiles/piece'
import { pointsOfLoop } from '../../shapes/profiles/profile'
import type { Loop, Profile } from '../../shapes/profiles/profile'
import { FLAT, SMOOTH } from '../tolerances'

export interface Stretch {
  /** Null for a corner, which stands where `x y` say. */
  readonly piece: Piece | null
  readonly x: number
  readonly y: number
  /** The parameter of the piece along it; of a corner the share of its turn, 0 to 1. */
  readonly from: number
  readonly to: number
  /** Angle of the normal where it begins, and how far it turns up to its end: positive where the material bulges [rad]. */
  readonly start: number
  readonly turn: number
  /** All angles that the normal takes [rad]. */
  readonly least: number
  readonly most: number
  /** A circle around its places. */
  readonly around: Circle
  /** Middle of the circle of which it is an arc, also of a corner; null for none. */
  readonly middle: { readonly x: number; readonly y: number } | null
  /** Where it begins and ends; null for a corner. */
  readonly ends: Ends | null
  /** Indices of the stretches that go on from it smoothly; -1 for none. */
  readonly before: number
  readonly after: number
}

/** Both ends of a stretch of a side. */
export interface Ends {
  /** x y and tangent x y of each [m]. */
  readonly places: Float64Array
  /** Its length, at most [m]. */
  readonly length: number
  /** Largest curvatures outwards and inwards [1/m]. */
  readonly bulge: number
  readonly hollow: number
}

/** Centre and radius [m]. */
export interface Circle {
  readonly x: number
  readonly y: number
  readonly radius: number
}

export interface Outline {
  readonly stretches: readonly Stretch[]
  /** Those of them that are corners. */
  readonly corners: readonly Stretch[]
  readonly around: Circle
  /** Whether it bulges everywhere, as a disc does: nothing lies flat on it. */
  readonly isOval: boolean
  /** Whether it is of circles about its origin: it may turn without a difference. */
  readonly isRound: boolean
  /** Whether it is convex, without holes. */
  readonly isConvex: boolean
  /** Whether all its sides are straight. */
  readonly isStraight: boolean
  /** Along the axis [m]. */
  readonly bottom: number
  readonly top: number
  /** A length that represents it [m]. */
  readonly size: number
  /** Closed polygons x y x y … that follow it, for what is inside. */
  readonly rings: readonly Float64Array[]
  /** About how thick its material is: twice its area over its border [m]. */
  readonly thickness: number
}

/** How outlines are taken to be turned that are round: the ends of their arcs lie aside of the directions that are drawn most [cos, sin]. */
export const ROUND_TURN: readonly [number, number] = [Math.cos(0.4), Math.sin(0.4)]

/** What `placeOn` writes: x y, normal x y to the outside, speed by the parameter [m] and turning of the normal by it [rad]. */
export const PLACE = 6

const jet = new Float64Array(6)

/** Writes the place at a parameter into out[0 .. 5]. */
export function placeOn(
  { piece, x, y, start, turn }: Pick<Stretch, 'piece' | 'x' | 'y' | 'start' | 'turn'>,
  u: number,
  out: Float64Array,
): void {
  if (!piece) {
    const angle = start + u * turn
    out[0] = x
    out[1] = y
    out[2] = Math.cos(angle)
    out[3] = Math.sin(angle)
    out[4] = 0
    out[5] = turn
    return
  }
  piece.at(u, jet)
  const square = jet[2] * jet[2] + jet[3] * jet[3]
  const speed = Math.sqrt(square)
  out[0] = jet[0]
  out[1] = jet[1]
  // the material is on the left
  out[2] = jet[3] / speed
  out[3] = -jet[2] / speed
  out[4] = speed
  out[5] = (jet[2] * jet[5] - jet[3] * jet[4]) / square
}

/** The most that the normal turns along a stretch of a curve, and of an arc [rad]. */
const MOST_TURN = Math.PI / 8
const MOST_TURN_ROUND = Math.PI / 2
/** Places at which a piece is looked at to divide it. */
const LOOKS = 32
/** Chords of a full turn of a ring. */
const CHORDS = 128

/** The outline of a profile. */
export function outlineOf({ outer, holes, bottom, top }: Profile): Outline {
  const stretches: Stretch[] = []
  for (const loop of [outer, ...holes]) {
    const bare = stretchesOf(loop)
    const first = stretches.length
    const n = bare.length
    bare.forEach(({ stretch, goesOn }, k) =>
      stretches.push({
        ...stretch,
        before: goesOn ? first + ((k + n - 1) % n) : -1,
        after: bare[(k + 1) % n].goesOn ? first + ((k + 1) % n) : -1,
      }),
    )
  }
  const around = circleAround(stretches.map((stretch) => stretch.around))
  const rings = [outer, ...holes].map((loop) => Float64Array.from(pointsOfLoop(loop, CHORDS)))
  const corners = stretches.filter(({ piece }) => !piece)
  return {
    stretches,
    corners,
    around,
    isRound: stretches.every(({ middle }) => middle && Math.hypot(middle.x, middle.y) < FLAT * around.radius),
    isStraight: stretches.every(({ piece, turn }) => !piece || turn === 0),
    isConvex: holes.length === 0 && stretches.every(({ turn, after }) => turn >= 0 && after >= 0),
    isOval: corners.length === 0 && stretches.every(({ turn }) => turn > 0),
    bottom,
    top,
    size: 2 * around.radius,
    rings,
    thickness: thicknessOf(rings),
  }
}

function thicknessOf(rings: readonly Float64Array[]): number {
  let [area, border] = [0, 0]
  for (const ring of rings)
    for (let k = 0; k < ring.length; k += 2) {
      const n = (k + 2) % ring.length
      area += (ring[k] * ring[n + 1] - ring[n] * ring[k + 1]) / 2
      border += Math.hypot(ring[n] - ring[k], ring[n + 1] - ring[k + 1])
    }
  return (2 * area) / border
}

/** A stretch whose neighbours are not known yet, and whether it goes on smoothly from the one before. */
interface Bare {
  readonly stretch: Omit<Stretch, 'before' | 'after'>
  readonly goesOn: boolean
}

/** The stretches of a loop, one after the other. */
function stretchesOf(loop: Loop): Bare[] {
  const place = new Float64Array(PLACE)
  const at = (piece: Piece, u: number) => {
    placeOn({ ...CORNER, piece }, u, place)
    const [x, y, nx, ny, speed, turning] = place
    return { x, y, angle: Math.atan2(ny, nx), turning, speed }
  }
  let end = at(loop[loop.length - 1], 1).angle
  return loop.flatMap((piece): Bare[] => {
    const looks = Array.from({ length: LOOKS + 1 }, (_, k) => at(piece, k / LOOKS))
    const [{ x, y, angle }] = looks
    const turn = between(end, angle)
    const corner = {
      ...CORNER,
      x,
      y,
      start: end,
      turn,
      least: end,
      most: end + turn,
      around: { x, y, radius: 0 },
      middle: { x, y },
    }
    end = looks[LOOKS].angle
    return [
      ...(turn > SMOOTH ? [{ stretch: corner, goesOn: true }] : []),
      ...divided(piece, looks).map((stretch, k) => ({ stretch, goesOn: k > 0 || turn > -SMOOTH })),
    ]
  })
}

const CORNER = { piece: null, x: 0, y: 0, from: 0, to: 1, start: 0, turn: 0, middle: null, ends: null }

/** The turn from one angle to another, in (-pi, pi]. */
export const between = (from: number, to: number): number => {
  const turn = to - from
  return turn - 2 * Math.PI * Math.ceil((turn - Math.PI) / (2 * Math.PI))
}

/** A place of a piece where it is looked at. */
interface Look {
  readonly x: number
  readonly y: number
  readonly angle: number
  readonly turning: number
  /** By the parameter [m]. */
  readonly speed: number
}

/** A piece, divided where its normal has turned far. */
function divided(piece: Piece, looks: readonly Look[]): Omit<Stretch, 'before' | 'after'>[] {
  const turns = looks.map(({ angle }, k) => (k === 0 ? 0 : between(looks[k - 1].angle, angle)))
  const isStraight = looks.every(({ turning }) => Math.abs(turning) < FLAT)
  const isRound = looks.every(({ turning }) => Math.abs(turning - looks[0].turning) < FLAT)
  const isArc =
    isRound && !isStraight && looks.every(({ speed }) => Math.abs(speed - looks[0].speed) < FLAT * speed)
  const most = isRound ? MOST_TURN_ROUND : MOST_TURN
  const ends = [0]
  let turned = 0
  for (let k = 1; k < LOOKS && !isStraight; k++) {
    turned += Math.abs(turns[k])
    if (turned + Math.abs(turns[k + 1]) <= most + FLAT) continue
    ends.push(k)
    turned = 0
  }
  ends.push(LOOKS)
  return ends.slice(1).map((last, n) => {
    const first = ends[n]
    const start = looks[first].angle
    const angles = [start]
    for (let k = first + 1; k <= last; k++) angles.push(angles[angles.length - 1] + turns[k])
    // between two looks it may go a little farther
    const slack = isRound ? 0 : MOST_TURN / 8
    const places = looks.slice(first, last + 1)
    const height = heightBetween(places)
    return {
      ...CORNER,
      piece,
      from: first / LOOKS,
      to: last / LOOKS,
      start,
      turn: isStraight ? 0 : angles[angles.length - 1] - start,
      least: Math.min(...angles) - slack,
      most: Math.max(...angles) + slack,
      around: circleAround(places.map(({ x: px, y: py }) => ({ x: px, y: py, radius: height }))),
      middle: isArc ? middleOf(places[0]) : null,
      ends: endsOf(places),
    }
  })
}

/** The middle of the circle on which a place lies. */
const middleOf = ({ x, y, angle, speed, turning }: Look) => ({
  x: x - (Math.cos(angle) * speed) / turning,
  y: y - (Math.sin(angle) * speed) / turning,
})

function endsOf(places: readonly Look[]): Ends {
  const curvatures = places.map(({ turning, speed }) => turning / speed)
  const chord = (one: Look, other: Look) => Math.hypot(other.x - one.x, other.y - one.y)
  return {
    places: Float64Array.from(
      [places[0], places[places.length - 1]].flatMap(({ x, y, angle }) => [
        x,
        y,
        -Math.sin(angle),
        Math.cos(angle),
      ]),
    ),
    length: LONGER * places.slice(1).reduce((sum, one, k) => sum + chord(places[k], one), 0),
    bulge: SHARPER * Math.max(0, ...curvatures),
    hollow: SHARPER * Math.max(0, ...curvatures.map((curvature) => -curvature)),
  }
}

/** By how much a curve may be longer than its chords, and sharper than where it is looked at [-]. */
const LONGER = 1.1
const SHARPER = 1.5

/** How far a curve may go beyond its chords between places, at most [m]. */
const heightBetween = (places: readonly Look[]): number =>
  places.slice(1).reduce((most, { x, y, angle }, k) => {
    const chord = Math.hypot(x - places[k].x, y - places[k].y)
    return Math.max(most, (chord * Math.abs(between(places[k].angle, angle))) / 2)
  }, 0)

/** A circle around circles, about the middle of their bounds. */
function circleAround(circles: readonly Circle[]): Circle {
  const [xs, ys] = [circles.map(({ x }) => x), circles.map(({ y }) => y)]
  const x = (Math.min(...xs) + Math.max(...xs)) / 2
  const y = (Math.min(...ys) + Math.max(...ys)) / 2
  return { x, y, radius: Math.max(...circles.map((one) => Math.hypot(one.x - x, one.y - y) + one.radius)) }
}
