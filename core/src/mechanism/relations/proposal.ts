/** What relations are proposed from: picked coordinates, and the parts that their joints carry. */
import type { CoordinateRef } from '../../document/format/relations'
import type { Frame } from '../../maths/frame'
import type { Vector } from '../../maths/vector'
import { typedPosition } from '../../units/format'
import type { Transmission } from '../../shapes/transmission'

/** A part that can move another one, where it is in ground. */
export interface TransmittingPart {
  readonly body: number
  /** Id of its placing, and its name. */
  readonly placed: string
  readonly name: string
  readonly transmission: Transmission
  readonly frame: Frame
}

/** A picked coordinate with what its joint carries. */
export interface PickedCoordinate {
  readonly ref: CoordinateRef
  readonly name: string
  readonly motion: 'turn' | 'slide'
  /** Frame of the joint's first datum in ground. */
  readonly frame: Frame
  readonly parts: readonly TransmittingPart[]
  readonly value: number
}

/** A datum that is picked beside joint positions. */
export interface PickedDatum {
  readonly id: string
  /** In ground [m]. */
  readonly place: Vector
}

/** How well a proposal suits the parts; the best one is made. */
export const Fit = { teeth: 4, thread: 3, contour: 2, round: 1, none: 0 } as const

export interface Proposal {
  readonly fit: number
  /** Of the relation, without its id and name. */
  readonly fields: Readonly<Record<string, unknown>>
  /** What it is proposed from: "24 and 36 teeth"; null when the parts say nothing. */
  readonly basis: string | null
}

type Kind = Transmission['kind']

/** The first part of a kind that a coordinate carries. */
export const carried = <K extends Kind>(
  { parts }: PickedCoordinate,
  kind: K,
): Extract<Transmission, { kind: K }> | undefined =>
  parts
    .map(({ transmission }) => transmission)
    .find((one): one is Extract<Transmission, { kind: K }> => one.kind === kind)

/** Two turns; null for anything else. */
export const twoTurns = (
  picked: readonly PickedCoordinate[],
): readonly [PickedCoordinate, PickedCoordinate] | null =>
  picked.length === 2 && picked.every(({ motion }) => motion === 'turn') ? [picked[0], picked[1]] : null

/** A turn and a slide, in this order; null for anything else. */
export function turnAndSlide(
  picked: readonly PickedCoordinate[],
): readonly [PickedCoordinate, PickedCoordinate] | null {
  const turn = picked.find(({ motion }) => motion === 'turn')
  const slide = picked.find(({ motion }) => motion === 'slide')
  return picked.length === 2 && turn && slide ? [turn, slide] : null
}

/** A length as a person would type it. */
export const millimetres = (length: number): string => `${Number((1000 * length).toPrecision(12))} mm`

/** A position some steps of 30 deg or 10 mm beyond where a coordinate is now, as a person would type it. */
export const reached = ({ motion, value }: PickedCoordinate, steps: number): string =>
  motion === 'slide'
    ? typedPosition(value + steps * 0.01, 'length', 6)
    : typedPosition(value + (steps * Math.PI) / 6, 'angle', 6)
