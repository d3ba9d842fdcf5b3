/**
 * Slotted wheel and pin wheel: every turn of the pin wheel (a) moves the slotted wheel (b) on by one slot and holds it for the
 * rest, turn after turn.
 *
 * With n slots and l = sin(pi/n), the pin at the angle t from the line to the slotted wheel turns that wheel against itself by
 * g(t) = atan(l sin t / (1 - l cos t)) while |t| < pi/2 - pi/n, by g = pi/n beyond; a whole turn adds 2 pi/n.
 * Source: Norton, Design of Machinery, section on intermittent-motion mechanisms.
 */
import { IsIn, IsInt, Max, Min } from 'class-validator'
import { PairRelation } from '../../document/format/relations'
import { axisOf } from '../../maths/frame'
import { cross, dot, norm, scaled, squareTo, subtract } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { fail, succeed } from '../../result'
import type { Result } from '../../result'
import { formatQuantity } from '../../units/format'
import type { Curve } from '../rows'
import { MEETS, ON_AXIS } from '../tolerances'
import { carried, Fit, twoTurns } from './proposal'
import type { TransmittingPart } from './proposal'
import { defineRelation } from './relation-type'
import type { BodyParts, CarriedCoordinate } from './relation-type'

/** A pin wheel (a) and the slotted wheel (b) that it moves on step by step. */
export class IndexDrive extends PairRelation {
  @IsIn(['index']) kind!: 'index'
  @IsInt() @Min(3) @Max(100) slots!: number
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    index: IndexDrive
  }
}

export const index = defineRelation<IndexDrive>({
  kind: 'index',
  noun: 'Index wheel',
  takes: 'two turns: of the pin wheel, then of the slotted wheel',
  fields: IndexDrive,
  numbers: { slots: { label: 'Slots', dimension: 'number' } },
  reversible: false,
  propose(picked) {
    const turns = twoTurns(picked)
    if (!turns) return null
    // whichever of the two carries the pin drives
    const [pin, slotted] = carried(turns[1], 'pin-wheel') ? [turns[1], turns[0]] : turns
    const wheel = carried(slotted, 'index-wheel')
    const refs = { a: pin.ref, b: slotted.ref }
    return wheel && carried(pin, 'pin-wheel')
      ? { fit: Fit.contour, fields: { ...refs, slots: wheel.slots }, basis: `${wheel.slots} slots` }
      : { fit: Fit.none, fields: { ...refs, slots: 6 }, basis: null }
  },
  equation(relation, context) {
    const sides = context.onCarrier(relation.a, relation.b, undefined)
    if (!sides.ok) return sides
    const [pin, wheel] = sides.value
    const names = [relation.a, relation.b].map((ref) => context.nameOf(ref))
    const centres = lineOfCentres(pin, wheel, relation.name)
    if (!centres.ok) return centres
    const { slots } = relation
    const home = placesAtHome(pin, centres.value, slots, [
      context.partsOf(pin.body),
      context.partsOf(wheel.body),
    ])
    const [a0, b0] = [context.valueAtHome(pin), context.valueAtHome(wheel)]
    const alike = dot(pin.axis, wheel.axis) < 0 ? -1 : 1
    const jet = new Float64Array(3)
    indexed(slots, home.pin, jet)
    const before = jet[0]
    const curve: Curve = {
      evaluate(x, out) {
        indexed(slots, home.pin + x + pin.constant - a0, out)
        out[0] = b0 + alike * (home.shift - out[0] + before)
        out[1] *= -alike
        out[2] *= -alike
        out[3] *= -alike
      },
    }
    const set = home.isGuess
      ? '; where both are at the home pose is taken for the middle of the rest'
      : Math.abs(home.shift) > MEETS
        ? `, and is set to its slot by ${formatQuantity(home.shift, 'deg', 2)}`
        : ''
    return succeed({
      sides: [
        { side: wheel, factor: 1 },
        { side: { ...pin, constant: 0 }, factor: -1, curve },
      ],
      dimension: 'angle',
      sentence: `1 turn of ${names[0]} moves ${names[1]} on by 1/${slots} of a turn and holds it for the rest${set}`,
      gearing: {
        sides: [
          { turns: true, origin: pin.origin, axis: pin.axis, rate: 1 },
          { turns: true, origin: wheel.origin, axis: wheel.axis, rate: -alike / slots },
        ],
        contact: null,
        doubt: home.doubt,
      },
      absolute: true,
    })
  },
})

/** By how much the slotted wheel has turned against the pin wheel, with three derivatives, at the angle `t` of the pin. */
function indexed(slots: number, t: number, out: Float64Array): void {
  const turns = Math.round(t / (2 * Math.PI))
  const angle = t - 2 * Math.PI * turns
  const half = Math.PI / slots
  const through = 2 * half * turns
  if (Math.abs(angle) >= Math.PI / 2 - half) {
    out[0] = through + Math.sign(angle) * half
    out[1] = 0
    out[2] = 0
    out[3] = 0
    return
  }
  const l = Math.sin(half)
  const [s, c] = [Math.sin(angle), Math.cos(angle)]
  const square = 1 - 2 * l * c + l * l
  out[0] = through + Math.atan2(l * s, 1 - l * c)
  out[1] = (l * (c - l)) / square
  const bend = (-l * (1 - l * l)) / (square * square)
  out[2] = bend * s
  out[3] = bend * (c - (4 * l * s * s) / square)
}

/** From the pin wheel to the slotted wheel, square to the axis of the first; a unit vector, and how far [m]. */
function lineOfCentres(
  pin: CarriedCoordinate,
  wheel: CarriedCoordinate,
  name: string,
): Result<{ readonly along: Vector; readonly distance: number }> {
  const gap = squareTo(subtract(wheel.origin, pin.origin), pin.axis)
  const distance = norm(gap)
  const isParallel = Math.abs(dot(pin.axis, wheel.axis)) > ALONG
  if (isParallel && distance > ON_AXIS) return succeed({ along: scaled(gap, 1 / distance), distance })
  return fail({
    code: 'relation-axes',
    message: `${name}: a pin wheel and its slotted wheel turn about two parallel axes that lie apart; these ${isParallel ? 'are one axis' : 'are not parallel'}.`,
    pointer: '/b',
  })
}

interface AtHome {
  /** Angle of the pin from the line to the slotted wheel, about the axis of the pin wheel [rad]. */
  readonly pin: number
  /** By how much the slotted wheel has to turn about that axis to have a slot where the pin wants it [rad]. */
  readonly shift: number
  /** No parts say where pin and slot are. */
  readonly isGuess: boolean
  readonly doubt: string | null
}

/** Without such parts the home pose is taken for the middle of the rest. */
function placesAtHome(
  pin: CarriedCoordinate,
  { along, distance }: { readonly along: Vector; readonly distance: number },
  slots: number,
  [onPin, onWheel]: readonly [BodyParts, BodyParts],
): AtHome {
  const angleOf = (direction: Vector, from: Vector) =>
    Math.atan2(dot(direction, cross(pin.axis, from)), dot(direction, from))
  const pinPart = partOf(onPin, 'pin-wheel')
  const wheelPart = partOf(onWheel, 'index-wheel')
  if (!pinPart || !wheelPart) {
    return { pin: Math.PI, shift: 0, isGuess: true, doubt: null }
  }
  const at = angleOf(axisOf(pinPart.frame, 0), along)
  const slot = angleOf(axisOf(wheelPart.frame, 0), scaled(along, -1))
  const jet = new Float64Array(3)
  indexed(slots, at, jet)
  const step = (2 * Math.PI) / slots
  const away = -jet[0] - slot
  const given = (wheelPart.transmission as { readonly distance: number }).distance
  const apart = Math.abs(given - distance) > MEETS
  return {
    pin: at,
    shift: away - step * Math.round(away / step),
    isGuess: false,
    doubt: apart
      ? `The axes are ${formatQuantity(distance, 'mm', 2)} apart, the wheels are made for ${formatQuantity(given, 'mm', 2)}`
      : null,
  }
}

const partOf = ({ moving }: BodyParts, kind: 'pin-wheel' | 'index-wheel'): TransmittingPart | undefined =>
  moving.find(({ transmission }) => transmission.kind === kind)

/** Cosine above which two axes are parallel. */
const ALONG = 1 - 1e-9
