/**
 * Cam and follower: b = b0 + lift(contact - (a - a0)), by the exact motion programme of the cam part. The follower is set onto
 * the cam: at the home pose it touches where the programme says, whatever its position was before.
 * Source: Norton, Design of Machinery, chapter 8; VDI 2143 for the laws.
 */
import { IsIn } from 'class-validator'
import { PairRelation } from '../../document/format/relations'
import { RefTo } from '../../document/rules/references'
import { IsId } from '../../document/rules/rules'
import { axisOf, originOf } from '../../maths/frame'
import type { Frame } from '../../maths/frame'
import { dot, scaled, squareTo, subtract, unit } from '../../maths/vector'
import type { Vector } from '../../maths/vector'
import { fail, succeed } from '../../result'
import { formatQuantity } from '../../units/format'
import type { Curve } from '../rows'
import { MEETS } from '../tolerances'
import { Fit, turnAndSlide } from './proposal'
import type { Proposal, TransmittingPart } from './proposal'
import { defineRelation } from './relation-type'
import type { BodyParts, CarriedCoordinate } from './relation-type'
import { surfaceAhead } from './surface-ahead'

/** A cam (a, a turn) and the slide of its follower (b). */
export class CamDrive extends PairRelation {
  @IsIn(['cam']) kind!: 'cam'
  /** The placing of the cam on the body that turns. */
  @IsId() @RefTo('placed part') cam!: string
}

declare module '../../document/format/relations' {
  interface RelationKinds {
    cam: CamDrive
  }
}

export const cam = defineRelation<CamDrive>({
  kind: 'cam',
  noun: 'Cam and follower',
  takes: 'a turn that carries a cam, and a slide',
  fields: CamDrive,
  numbers: {},
  reversible: false,
  propose(picked) {
    const both = turnAndSlide(picked)
    if (!both) return null
    const [turn, slide] = both
    const follower = slide.parts.find(({ transmission }) => transmission.kind === 'wheel')
    const place = originOf(follower?.frame ?? slide.frame)
    const cams = turn.parts
      .filter(({ transmission }) => transmission.kind === 'cam')
      .map((part) => ({
        part,
        far: Math.abs(dot(subtract(place, originOf(part.frame)), axisOf(part.frame, 2))),
      }))
      .sort((a, b) => a.far - b.far)
    const [under, next] = cams
    if (!under) return null
    const proposal: Proposal = {
      fit: Fit.contour,
      fields: { a: turn.ref, b: slide.ref, cam: under.part.placed },
      basis:
        next && next.far - under.far < MEETS
          ? `the motion programme of ${under.part.name}; ${next.part.name} is as near to the follower`
          : `the motion programme of ${under.part.name}`,
    }
    return proposal
  },
  equation(relation, context) {
    const sides =
      context.onCommonCarrier(relation.a, relation.b) ?? context.onTheirOwn(relation.a, relation.b)
    if (!sides.ok) return sides
    const [turn, slide] = sides.value
    const part = context.partsOf(turn.body).moving.find(({ placed }) => placed === relation.cam)
    if (part?.transmission.kind !== 'cam') {
      return fail({
        code: 'relation-cam',
        message: `${relation.name}: the body that turns at ${context.nameOf(relation.a)} has no such cam; choose a cam on it.`,
        pointer: '/cam',
      })
    }
    const { transmission, frame } = part
    const follower = followerOn(part, slide, context.partsOf(slide.body))
    const contact = Math.atan2(
      dot(follower.towards, axisOf(frame, 1)),
      dot(follower.towards, axisOf(frame, 0)),
    )
    const sense = dot(turn.axis, axisOf(frame, 2)) < 0 ? -1 : 1
    const outward = dot(follower.towards, slide.axis) < 0 ? -1 : 1
    const [a0, b0] = [context.valueAtHome(turn), context.valueAtHome(slide)]
    const [lift] = transmission.lift(contact)
    // where the slide would be with the follower on the base circle
    const base = b0 + outward * ((follower.gap ?? 0) - (follower.gap === null ? lift : 0))
    const curve: Curve = {
      evaluate(x, out) {
        const [s, v, a, j] = transmission.lift(contact - sense * (x + turn.constant - a0))
        out[0] = outward * s
        out[1] = -outward * sense * v
        out[2] = outward * a
        out[3] = -outward * sense * j
      },
    }
    const reach = transmission.base + transmission.roller
    const pressure: Curve = {
      evaluate(x, out) {
        const [s, v, a, j] = transmission.lift(contact - sense * (x - a0))
        pressureAngle(reach + s, v, a, j, out)
        out[1] *= -sense
      },
    }
    const names = [relation.a, relation.b].map((ref) => context.nameOf(ref))
    const moved = follower.gap === null ? 0 : Math.abs(follower.gap + lift)
    return succeed({
      sides: [
        { side: { ...slide, constant: slide.constant - base }, factor: 1 },
        { side: { ...turn, constant: 0 }, factor: -1, curve },
      ],
      dimension: 'length',
      sentence: `${names[1]} follows ${part.name} on ${names[0]}${moved > MEETS ? `, and is set onto it by ${formatQuantity(moved, 'mm', 2)}` : ''}`,
      gearing: {
        sides: [
          { turns: true, origin: turn.origin, axis: turn.axis, rate: 1 },
          { turns: false, origin: slide.origin, axis: slide.axis, rate: 0 },
        ],
        contact: null,
        doubt:
          follower.gap === null
            ? 'The follower has nothing over its cam; it keeps the distance that it has'
            : null,
      },
      absolute: true,
      ...(follower.gap === null ? {} : { pressure: { side: turn, curve: pressure } }),
    })
  },
})

/**
 * Pressure angle of a radial follower [rad], with two derivatives by the angle on the cam: tan = |s'| / r, where r is how far the
 * point of contact, or the middle of the roller, is from the axis. Source: Norton, Design of Machinery, section 8.6.
 */
function pressureAngle(r: number, v: number, a: number, j: number, out: Float64Array): void {
  const sign = v < 0 ? -1 : 1
  const square = r * r + v * v
  const slope = (r * a - v * v) / square
  out[0] = Math.atan2(Math.abs(v), r)
  out[1] = sign * slope
  out[2] = sign * ((r * j - v * a) / square - (2 * slope * v * (r + a)) / square)
}

interface Follower {
  /** From the axis of the cam to the follower, along its slide; a unit vector. */
  readonly towards: Vector
  /** How much further out it would have to be to touch the base circle [m]; null when nothing of it is over the cam. */
  readonly gap: number | null
}

/** A roller over the cam, else whatever surface of the follower is nearest to the axis along its slide. */
function followerOn(part: TransmittingPart, slide: CarriedCoordinate, parts: BodyParts): Follower {
  const { transmission, frame } = part as TransmittingPart & { transmission: { kind: 'cam' } }
  const axis = axisOf(frame, 2)
  const along = unit(squareTo(slide.axis, axis))
  const roller = parts.moving.find(
    ({ transmission: { kind }, frame: at }) => kind === 'wheel' && isOver(at, frame),
  )
  const place = roller ? originOf(roller.frame) : slide.origin
  const offset = dot(subtract(place, originOf(frame)), along)
  const towards = scaled(along, offset < 0 ? -1 : 1)
  if (roller) {
    const distance = dot(subtract(originOf(roller.frame), originOf(frame)), towards)
    return { towards, gap: transmission.base + transmission.roller - distance }
  }
  const surface = surfaceAhead(parts.triangles(), originOf(frame), towards, axis)
  return { towards, gap: surface === null ? null : transmission.base - surface }
}

/** Whether a wheel turns about the direction of a cam's axis. */
const isOver = (wheel: Frame, cam: Frame): boolean =>
  Math.abs(dot(axisOf(wheel, 2), axisOf(cam, 2))) > 1 - 1e-6
