/** A floating body put elsewhere in a run. */
import type { Mechanism } from '../../mechanism/compile'
import type { MotionState } from '../../mechanism/state'
import { FRAME, inverse, multiply, ORIGIN } from '../../maths/frame'
import type { Frame } from '../../maths/frame'

/**
 * Sets the six coordinates of a floating body, three slides along x, y and z of its first frame and three turns about
 * x, y and z that follow each other, so that it is at `target` in ground.
 */
export function setFloating(
  mechanism: Mechanism,
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
  for (let k = 0; k < 3; k++) state.q[first + k] = moved[ORIGIN + k]
  // R = Rx(a) Ry(b) Rz(c); columns are stored one after the other
  state.q[first + 3] = Math.atan2(-moved[7], moved[8])
  state.q[first + 4] = Math.asin(Math.min(1, Math.max(-1, moved[6])))
  state.q[first + 5] = Math.atan2(-moved[3], moved[0])
  state.place(state.all)
}
