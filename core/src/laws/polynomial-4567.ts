/** Polynomial 4-5-6-7: the jerk vanishes at both ends too. Source: Norton, Design of Machinery, cam design. */
import { polynomial } from './motion-law'

export const polynomial4567 = polynomial(
  'polynomial-4-5-6-7',
  'Polynomial 4-5-6-7',
  [0, 0, 0, 0, 35, -84, 70, -20],
)
