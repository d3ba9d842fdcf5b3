/** Parabolic: constant acceleration, then as much deceleration. Source: VDI 2143 (quadratic parabola). */
import { symmetric } from './motion-law'
import type { MotionLaw } from './motion-law'

const halves = symmetric('parabolic', 'Parabolic', (x, out) => {
  out[0] = 2 * x * x
  out[1] = 4 * x
  out[2] = 4
  out[3] = 0
})

export const parabolic: MotionLaw = { ...halves, breaks: [0.5] }
