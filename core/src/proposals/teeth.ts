/**
 * Snapping wheels together: the second one is moved to the working centre distance, and turned until a tooth is in a
 * space. Centre distances are those of ISO 21771 without backlash.
 */
import { copyOf } from '../document/copy'
import type { MechanismDocument } from '../document/format/mechanism'
import type { GearPair } from '../mechanism/relations/gear'
import type { RackAndPinion } from '../mechanism/relations/rack'
import type { Datum } from '../document/format/parts'
import {
  flipped,
  frameAlong,
  identityFrame,
  inverse,
  multiply,
  ORIGIN,
  turnedAboutZ,
  axisOf,
  originOf,
} from '../maths/frame'
import type { Frame } from '../maths/frame'
import { dot } from '../maths/vector'
import type { Vector } from '../maths/vector'
import { fail, succeed } from '../result'
import type { Result } from '../result'
import { gearRadii, workingPair } from '../shapes/wheels/involute'
import { formatQuantity } from '../units/format'
import { siOr } from '../units/quantity'
import type { Model } from '../model/model'
import { axesApart, pickedCoordinate, signedAngle } from './relating'
import type { PickedCoordinate, TransmittingPart } from '../mechanism/relations/proposal'
import { frameOfPose } from '../mechanism/body-poses'
import { readStanding } from '../model/standing'
import { placementOf } from '../geometry/placement'
import { SAME_TEETH, WORTH_SAYING } from './tolerances'

/** A document with teeth snapped together, and what was done for it. */
export interface Snapped {
  readonly document: MechanismDocument
  /** "Moved by 1.20 mm to 60.00 mm and turned by 3.75°". */
  readonly sentence: string
}

/** Errors: `snap-parts` when the joints carry no toothed parts that fit, `snap-axes`. */
export function snapTeeth(model: Model, relation: GearPair | RackAndPinion): Result<Snapped> {
  const [a, b] = [pickedCoordinate(model, relation.a), pickedCoordinate(model, relation.b)]
  if (!a.ok) return a
  if (!b.ok) return b
  return relation.kind === 'gear' ? snapGears(model, a.value, b.value) : snapRack(model, a.value, b.value)
}

const noParts = (what: string) =>
  fail({ code: 'snap-parts', message: `There is nothing to snap: ${what}.`, ids: [] })

const toothed = (side: PickedCoordinate): TransmittingPart | undefined =>
  side.parts.find(({ transmission }) => transmission.kind === 'gear')

function snapGears(model: Model, a: PickedCoordinate, b: PickedCoordinate): Result<Snapped> {
  const [first, second] = [toothed(a), toothed(b)]
  if (first?.transmission.kind !== 'gear' || second?.transmission.kind !== 'gear')
    return noParts('both joints must carry a spur gear or an internal gear')
  // an internal gear stays still, the pinion is moved
  const swap = first.transmission.internal
  const internal = first.transmission.internal || second.transmission.internal
  const [pinion, gear] = swap
    ? [second.transmission, first.transmission]
    : [first.transmission, second.transmission]
  const pair = workingPair(pinion.toothing, gear.toothing, internal)
  if (!pair) return noParts('the two gears differ in module or pressure angle, or are too close in teeth')
  const { distance, direction } = axesApart(first.frame, second.frame)
  const gap = pair.centreDistance - distance
  const shift: Vector = [direction[0] * gap, direction[1] * gap, direction[2] * gap]
  const about = axisOf(first.frame, 2)
  // both phases along the line on which the teeth meet, in teeth
  const meet: Vector = internal && !swap ? [-direction[0], -direction[1], -direction[2]] : direction
  const opposite: Vector = internal ? meet : [-direction[0], -direction[1], -direction[2]]
  const phase = (at: TransmittingPart, teeth: number, line: Vector) =>
    (-signedAngle(line, axisOf(at.frame, 0), about) * teeth) / (2 * Math.PI)
  const [teethA, teethB] = [first.transmission.toothing.teeth, second.transmission.toothing.teeth]
  const one = phase(first, teethA, meet)
  const two = phase(second, teethB, opposite)
  const sum = internal ? two - one : one + two
  const rest = sum - 0.5 - Math.round(sum - 0.5)
  return moveSecond(model, b, shift, (2 * Math.PI * rest) / teethB, about, second, pair.centreDistance)
}

function snapRack(model: Model, a: PickedCoordinate, b: PickedCoordinate): Result<Snapped> {
  const pinion = toothed(a)
  const rack = b.parts.find(({ transmission }) => transmission.kind === 'rack')
  if (pinion?.transmission.kind !== 'gear' || rack?.transmission.kind !== 'rack')
    return noParts('the turning joint must carry a spur gear and the sliding one a rack')
  const { toothing } = pinion.transmission
  if (Math.abs(toothing.module / rack.transmission.module - 1) > SAME_TEETH)
    return noParts('the gear and the rack differ in module')
  const local = multiply(inverse(rack.frame), pinion.frame)
  const working = gearRadii(toothing).pitch + toothing.shift * toothing.module
  const up = axisOf(rack.frame, 1)
  const gap = local[ORIGIN + 1] - working
  const shift: Vector = [up[0] * gap, up[1] * gap, up[2] * gap]
  // the pinion turns until the tooth next to the pitch point is in a space of the rack
  const about = axisOf(rack.frame, 2)
  const angle = signedAngle([-up[0], -up[1], -up[2]], axisOf(pinion.frame, 0), about)
  const step = Math.PI * toothing.module
  const place = (local[ORIGIN] + gearRadii(toothing).pitch * angle) / step - 0.5
  const rest = (place - Math.round(place)) * step
  // sliding the rack by the rest is the same as turning the pinion
  const along = axisOf(rack.frame, 0)
  const slid: Vector = [0, 1, 2].map((k) => shift[k] + along[k] * rest) as unknown as Vector
  return moveSecond(model, b, slid, 0, about, rack, working)
}

/** Moves the second wheel with its joint, and turns its body about its axis. */
function moveSecond(
  model: Model,
  side: PickedCoordinate,
  shift: Vector,
  angle: number,
  about: Vector,
  wheel: TransmittingPart,
  distance: number,
): Result<Snapped> {
  const document = copyOf(model.document)
  const joint = document.joints.find(({ id }) => id === side.ref.joint)!
  const datum = document.datums.find(({ id }) => id === joint.from)!
  addOffset(datum, side.frame, shift)
  const { poses } = readStanding(model, model.home)
  const body = document.bodies[wheel.body]
  const centre = originOf(wheel.frame)
  const turn = multiply(
    multiply(along(centre, about), turnedAboutZ(identityFrame(), angle)),
    inverse(along(centre, about)),
  )
  // what is fastened to the wheel moves with it
  const { bodyLink } = model.mechanism
  document.bodies.forEach((other, b) => {
    if (bodyLink[b] !== bodyLink[wheel.body]) return
    const moved = multiply(turn, frameOfPose(poses, b))
    for (let k = 0; k < 3; k++) moved[ORIGIN + k] += shift[k]
    other.pose = placementOf(moved)
  })
  const far = Math.sqrt(dot(shift, shift))
  const parts = [
    far > WORTH_SAYING
      ? `moved by ${formatQuantity(far, 'mm', 3)}, axis to pitch line or axis ${formatQuantity(distance, 'mm', 3)}`
      : '',
    Math.abs(angle) > WORTH_SAYING ? `turned by ${formatQuantity(angle, 'deg', 2)}` : '',
  ].filter(Boolean)
  const sentence = parts.length > 0 ? `${body.name} is ${parts.join(' and ')}.` : 'They stand right already.'
  return succeed({ document, sentence })
}

/** A frame at a point with z along a direction. */
function along(origin: Vector, z: Vector): Frame {
  const frame = frameAlong(z)!
  frame.set(origin, ORIGIN)
  return frame
}

/** Adds a shift in ground to the offset of a datum, which counts along its own axes before its turn. */
function addOffset(datum: Datum, frame: Frame, shift: Vector): void {
  const turn = datum.turn === undefined ? 0 : siOr(datum.turn, 'angle')
  let base = turnedAboutZ(frame, -turn)
  if (datum.flip) base = flipped(base)
  const before = (datum.offset ?? [0, 0, 0]).map((v) => siOr(v, 'length'))
  datum.offset = [0, 1, 2].map((k) => before[k] + dot(axisOf(base, k), shift)) as [number, number, number]
}
