/** What an extruded part is drawn from: closed loops of pieces in its plane, and how far it reaches along z. */
import { extrude } from '../mesh/mesh'
import type { Mesh } from '../mesh/mesh'
import { acrossX, roundPiece, segment, turnedRound } from './piece'
import type { Piece } from './piece'

/** Each piece begins where the one before ends, the first one where the last ends. */
export type Loop = readonly Piece[]

export interface Profile {
  /** Counter-clockwise. */
  readonly outer: Loop
  /** Clockwise, so that the material is on their left, too. */
  readonly holes: readonly Loop[]
  /** Along z of the part [m]. */
  readonly bottom: number
  readonly top: number
}

type Point = readonly [number, number]

export const circleLoop = (centre: Point, radius: number): Loop => [
  roundPiece(centre, radius, 0, 2 * Math.PI),
]

/** Straight sides between points, the last one back to the first. */
export const polygonLoop = (points: readonly Point[]): Loop =>
  points.map((point, k) => segment(point, points[(k + 1) % points.length]))

/** Half-round ends about two places, counter-clockwise. */
export function slotLoop(a: Point, b: Point, radius: number): Loop {
  const along = Math.atan2(b[1] - a[1], b[0] - a[0])
  const [x, y] = [-radius * Math.sin(along), radius * Math.cos(along)]
  return [
    roundPiece(a, radius, along + Math.PI / 2, Math.PI),
    segment([a[0] - x, a[1] - y], [b[0] - x, b[1] - y]),
    roundPiece(b, radius, along - Math.PI / 2, Math.PI),
    segment([b[0] + x, b[1] + y], [a[0] + x, a[1] + y]),
  ]
}

/** A loop as the border of a hole, and back. */
export const asHole = (loop: Loop): Loop => [...loop].reverse().map(turnedRound)

/** A profile seen from behind: turned round its x axis. */
export const mirrored = ({ outer, holes, bottom, top }: Profile): Profile => ({
  outer: asHole(outer.map(acrossX)),
  holes: holes.map((hole) => asHole(hole.map(acrossX))),
  bottom: -top,
  top: -bottom,
})

/** Points x0, y0, x1, y1 … of a loop, without its first one again. @param chords of a full turn */
export function pointsOfLoop(loop: Loop, chords: number): number[] {
  const at = new Float64Array(6)
  return loop.flatMap((piece) => {
    const steps = piece.steps(chords)
    return Array.from({ length: steps }, (_, k) => {
      piece.at(k / steps, at)
      return [at[0], at[1]]
    }).flat()
  })
}

/** Points of holes, counter-clockwise. */
export const pointsOfHoles = (holes: readonly Loop[], chords: number): number[][] =>
  holes.map((hole) => pointsOfLoop(asHole(hole), chords))

/** The solid of a profile. */
export const solidOf = ({ outer, holes, bottom, top }: Profile, chords: number): Mesh =>
  extrude(pointsOfLoop(outer, chords), pointsOfHoles(holes, chords), bottom, top)
