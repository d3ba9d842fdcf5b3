/** Parabolic: constant acceleration, then as much deceleration. Source: VDI 2143 (quadratic parabola). */
import { symmetric } from './motion-law'

export const parabolic = symmetric('parabolic', 'Parabolic', (x, out) => {
  out[0] = 2 * x * x
  out[1] = 4 * x
  out[2] = 4
  out[3] = 0
})
