/**
 * A place where two surfaces of triangles touch: a corner over a face goes along with its body and the normal with that of the face; two
 * sides that cross keep the normal square to both. They may slide any way across the normal.
 * Source: Pfeiffer & Glocker, Multibody Dynamics with Unilateral Contacts, section 4.1 (how contact kinematics follow from motions of both bodies).
 */
import { writeMoment } from '../../contact/closed'
import type { SurfacePair } from '../../contact/surface-pairs'
import { writeCross, writeSquare } from '../../maths/triples'
import type { MotionState } from '../../mechanism/state'
import { CornerOnFace } from '../../proximity/features/feature-place'
import type { FeaturePlace, SideOnSide } from '../../proximity/features/feature-place'
import { Meeting } from './meeting'

export class SurfaceMeeting extends Meeting<FeaturePlace> {
  /** How the normal turns, as its own change [1/s]. */
  private readonly normalRate = new Float64Array(3)

  constructor(on: SurfacePair, touch: FeaturePlace) {
    super(on, touch, 2)
  }

  place(state: MotionState): void {
    const { on, touch, reader, point, alongNormal, alongTangent } = this
    const alongSide = this.alongSide!
    touch.find(reader.read(state, on))
    touch.writePoint(reader.frames, point)
    touch.writeNormal(reader.frames, alongNormal, 3)
    writeSquare(alongNormal, 3, alongTangent, 3)
    writeCross(alongNormal, 3, alongTangent, 3, alongSide, 3)
    writeMoment(point, alongNormal)
    writeMoment(point, alongTangent)
    writeMoment(point, alongSide)
  }

  protected readWandering({ twist }: MotionState): void {
    const { touch, on, alongNormal, turns, normalRate } = this
    const [a, b] = [6 * on.pair.linkA, 6 * on.pair.linkB]
    if (touch instanceof CornerOnFace) this.readCorner(touch, twist, a, b)
    else this.readSides(touch as SideOnSide, twist, a, b)
    // no more than the normal needs
    writeCross(alongNormal, 3, normalRate, 0, turns, 0)
  }

  /** The normal turns with the face; the place is the corner, or its foot on the face of B. */
  private readCorner({ isOnA, gap }: CornerOnFace, twist: Float64Array, a: number, b: number): void {
    const { alongNormal, normalRate, moves, gapRate, point } = this
    writeCross(twist, isOnA ? a : b, alongNormal, 3, normalRate, 0)
    if (isOnA) return moveWith(twist, b, point, moves)
    for (let k = 0; k < 3; k++) corner[k] = point[k] - gap * alongNormal[3 + k]
    moveWith(twist, a, corner, moves)
    for (let k = 0; k < 3; k++) moves[k] += gapRate * alongNormal[3 + k] + gap * normalRate[k]
  }

  /** The place goes along the side of B as far as the sides slide along each other. */
  private readSides(touch: SideOnSide, twist: Float64Array, a: number, b: number): void {
    const { alongNormal, normalRate, moves, point, reader } = this
    const { gap } = touch
    touch.writeSides(reader.frames, u, v)
    writeCross(twist, a, u, 0, onA, 0)
    writeCross(twist, b, v, 0, onB, 0)
    const [uu, uv, vv] = [dotOf(u, 0, u), dotOf(u, 0, v), dotOf(v, 0, v)]
    const det = uu * vv - uv * uv
    const [byU, byV] = [-dotOf(alongNormal, 3, onA), -dotOf(alongNormal, 3, onB)]
    const [alongU, alongV] = [(vv * byU - uv * byV) / det, (uu * byV - uv * byU) / det]
    for (let k = 0; k < 3; k++) {
      normalRate[k] = alongU * u[k] + alongV * v[k]
      corner[k] = point[k] - gap * alongNormal[3 + k]
    }
    moveWith(twist, a, corner, onA)
    moveWith(twist, b, point, moves)
    for (let k = 0; k < 3; k++) onB[k] = gap * normalRate[k] - (moves[k] - onA[k])
    const [leftU, leftV] = [dotOf(u, 0, onB), dotOf(v, 0, onB)]
    const along = (uu * leftV - uv * leftU) / det
    for (let k = 0; k < 3; k++) moves[k] += along * v[k]
  }
}

const corner = new Float64Array(3)
const u = new Float64Array(3)
const v = new Float64Array(3)
const onA = new Float64Array(3)
const onB = new Float64Array(3)

const dotOf = (p: Float64Array, at: number, q: Float64Array): number =>
  p[at] * q[0] + p[at + 1] * q[1] + p[at + 2] * q[2]

/** Writes how fast a point of a link goes. */
function moveWith(twist: Float64Array, link: number, point: Float64Array, out: Float64Array): void {
  writeCross(twist, link, point, 0, out, 0)
  for (let k = 0; k < 3; k++) out[k] += twist[link + 3 + k]
}
