/** A floating body put elsewhere. */
import { FRAME, inverse, multiply, ORIGIN } from '../maths/frame'
import type { Frame } from '../maths/frame'
import type { Chain } from './chain'
import type { MotionState } from './state'

/**
 * Sets the six coordinates of a floating body, three slides along x, y and z of its first frame and three turns about
 * x, y and z that follow each other, so that it is at `target` in ground. Of turns that do the same, those nearest to the ones before are
 * taken.
 * @param last of its links
 * @param offset its frame in that link
 */
export function setFloating(
  mechanism: Chain,
  state: MotionState,
  last: number,
  offset: Frame,
  target: Frame,
): void {
  const first = last - 5
  // the first frame is under the first slide, whose z is the x of that frame
  const base = multiply(
    mechanism.linkFrame.slice(FRAME * first, FRAME * first + FRAME),
    Float64Array.of(0, 0, 1, 1, 0, 0, 0, 1, 0, 0, 0, 0),
  )
  const moved = multiply(inverse(base), multiply(target, inverse(offset)))
  const { q } = state
  for (let k = 0; k < 3; k++) q[first + k] = moved[ORIGIN + k]
  // R = Rx(a) Ry(b) Rz(c); columns are stored one after the other
  const turns = [
    Math.atan2(-moved[7], moved[8]),
    Math.asin(Math.min(1, Math.max(-1, moved[6]))),
    Math.atan2(-moved[3], moved[0]),
  ]
  const before = [...q.subarray(first + 3, first + 6)]
  const same = [turns, [turns[0] + Math.PI, Math.PI - turns[1], turns[2] + Math.PI]].map((angles) =>
    angles.map((angle, k) => angle + WHOLE * Math.round((before[k] - angle) / WHOLE)),
  )
  const far = (angles: readonly number[]) => Math.hypot(...angles.map((angle, k) => angle - before[k]))
  q.set(far(same[0]) <= far(same[1]) ? same[0] : same[1], first + 3)
  state.place(state.all)
}

const WHOLE = 2 * Math.PI
