/**
 * A place where two outlines touch: it wanders along both, and the normal turns with it.
 * Source: Pfeiffer & Glocker, Multibody Dynamics with Unilateral Contacts, section 4.2 (plane contact of two contours).
 */
import { writeMoment } from '../../contact/closed'
import type { OutlinePair } from '../../contact/outline-pairs'
import type { MotionState } from '../../mechanism/state'
import type { Touch } from '../../proximity/outlines/touch'
import { Meeting } from './meeting'

export class OutlineMeeting extends Meeting<Touch> {
  private readonly axis = new Float64Array(3)

  constructor(on: OutlinePair, touch: Touch) {
    super(on, touch, 1)
  }

  place(state: MotionState): void {
    const { on, touch, reader, point, axis, alongNormal, alongTangent } = this
    touch.find(reader.read(state, on))
    const f = reader.frames
    const [nx, ny] = [touch.onA[2], touch.onA[3]]
    touch.writePoint(f, point)
    for (let k = 0; k < 3; k++) {
      axis[k] = f[6 + k]
      alongNormal[3 + k] = f[k] * nx + f[3 + k] * ny
      alongTangent[3 + k] = f[3 + k] * nx - f[k] * ny
    }
    writeMoment(point, alongNormal)
    writeMoment(point, alongTangent)
  }

  protected readWandering({ twist }: MotionState): void {
    const { touch, on, axis, point, alongNormal, alongTangent, gapRate, slipRate, turns, moves } = this
    const { onA, gap } = touch
    const a = 6 * on.pair.linkA
    const b = 6 * on.pair.linkB
    let turning = 0
    for (let k = 0; k < 3; k++) turning += axis[k] * (twist[b + k] - twist[a + k])
    const reach = onA[4] + onA[5] * gap
    // how fast the place goes along the outline of A
    touch.wander(slipRate, turning, wandering)
    const along = wandering[0]
    // the place of B and the directions turn with A, and wander along it
    for (let k = 0; k < 3; k++) {
      turns[k] = twist[a + k] + axis[k] * onA[5] * along
      const [m, n] = [(k + 1) % 3, (k + 2) % 3]
      moves[k] =
        twist[a + 3 + k] +
        twist[a + m] * point[n] -
        twist[a + n] * point[m] +
        alongTangent[3 + k] * reach * along +
        alongNormal[3 + k] * gapRate
    }
  }
}

const wandering = new Float64Array(2)
