/** Cords on drums as lines to draw: the winding as a helix on the drum, then the free part to where it is made fast. */
import type { Mechanism } from '../mechanism/compile'
import { coordinateOf } from '../mechanism/coordinate'
import { compose, FRAME, inverse, multiply, ORIGIN, transformed } from '../maths/frame'
import type { Frame } from '../maths/frame'
import type { Strand, StrandLine } from './strand'
import { metres } from './strand'
import type { CordOnDrum } from '../mechanism/relations/cord'

/** A cord with everything that its line needs, in SI. */
export interface CordPlace extends Strand {
  readonly kind: 'cord'
  /** The frame of the drum's axis on the body that bears it, the first one. */
  readonly frame: Frame
  /** Where the cord is made fast on the second body. */
  readonly point: readonly [number, number, number]
  readonly radius: number
  readonly side: 1 | -1
  readonly pitch: number
  /** Turns that are wound at home, the drum's turn and the angle of the tangent point there. */
  readonly turns: number
  readonly homeTurn: number
  readonly homeAngle: number
}

const USUAL_THICKNESS = 0.002
const USUAL_TURNS = 3

/** @param home frames of all bodies in ground; @param turns coordinates at the home pose */
export function cordPlaces(mechanism: Mechanism, home: readonly Frame[], turns: Float64Array): CordPlace[] {
  const { geometry, coordinates } = mechanism
  return mechanism.relations.flatMap(({ source }): CordPlace[] => {
    if (source.kind !== 'cord') return []
    const drum = coordinateOf(mechanism, source.a.joint, source.a.freedom)!
    const coordinate = coordinates.indexOf(drum)
    const { from } = geometry.joints[drum.joint]
    const to = geometry.datums.get(source.datum)!
    const { radius, thickness, pitch } = sizesOf(source)
    const [x, y, z] = to.frame.subarray(ORIGIN)
    const place = {
      kind: 'cord' as const,
      id: source.id,
      name: source.name,
      coordinate,
      bodies: [from.source.body, to.source.body] as const,
      frame: from.frame,
      point: [x, y, z] as const,
      radius,
      side: source.reversed ? (-1 as const) : (1 as const),
      pitch,
      thickness,
      turns: source.turns ?? USUAL_TURNS,
      homeTurn: turns[coordinate],
    }
    const there = multiply(inverse(multiply(home[from.body], from.frame)), multiply(home[to.body], to.frame))
    return [{ ...place, homeAngle: tangentAngle(place, there[ORIGIN], there[ORIGIN + 1]) }]
  })
}

function sizesOf({ diameter, thickness, pitch }: CordOnDrum) {
  const thick = metres(thickness, USUAL_THICKNESS)
  return { radius: metres(diameter) / 2, thickness: thick, pitch: metres(pitch, thick) }
}

const tangentAngle = ({ radius, side }: Pick<CordPlace, 'radius' | 'side'>, x: number, y: number): number =>
  Math.atan2(y, x) - side * Math.acos(Math.min(1, radius / Math.hypot(x, y)))

/** Points for one turn of the winding. */
const EACH_TURN = 24

/** The winding first, the fast end last. */
export interface CordLine extends StrandLine {
  /** Turns on the drum, and length of the free part [m]. */
  readonly wound: number
  readonly free: number
}

/**
 * The line of a cord where its bodies are.
 * @param bearing frame in ground of the body that bears the drum; @param load of the other one
 * @param turn of the drum [rad]
 */
export function cordLine(place: CordPlace, bearing: Frame, load: Frame, turn: number): CordLine {
  const { radius, side, pitch, turns, homeTurn, homeAngle, point } = place
  const axis = new Float64Array(FRAME)
  compose(bearing, 0, place.frame, 0, axis, 0)
  const back = inverse(axis)
  const end = transformed(load, point)
  const [x, y] = transformed(back, end)
  const angle = tangentAngle(place, x, y)
  // the nearest to home: a load does not swing round its drum
  const swung = angle - homeAngle - 2 * Math.PI * Math.round((angle - homeAngle) / (2 * Math.PI))
  const wound = Math.max(0, turns + (side * (swung - (turn - homeTurn))) / (2 * Math.PI))
  const steps = Math.max(1, Math.ceil(wound * EACH_TURN))
  const points: number[] = []
  for (let k = 0; k <= steps; k++) {
    const left = wound * (1 - k / steps)
    const a = angle - side * 2 * Math.PI * left
    const along = pitch * (wound - turns - left)
    points.push(...transformed(axis, [radius * Math.cos(a), radius * Math.sin(a), along]))
  }
  points.push(...end)
  const free = Math.sqrt(Math.max(0, x * x + y * y - radius * radius))
  return { points, wound, free }
}
