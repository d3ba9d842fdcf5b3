/**
 * What rows do to the links when each pushes with a multiplier: the transpose of the rows' gradients. A multiplier is the force
 * or torque that does its work along the row's scaled residual.
 */
import { FRAME } from '../maths/frame'
import { conditionWrench } from './conditions'
import type { Equations } from './equations'
import type { MotionState } from './state'

const wrench = new Float64Array(6)
const curve = new Float64Array(4)

/**
 * Adds the wrenches of rows on both links of their pairs to `wrenches`, six numbers a link, and what they do along coordinates to
 * `efforts`, by link. Pairs must be placed.
 * @param multipliers by row, of scaled residuals [J]
 */
export function addRowForces(
  equations: Equations,
  state: MotionState,
  multipliers: Float64Array,
  wrenches: Float64Array,
  efforts: Float64Array,
): void {
  const { rows, firstTerm, frames } = equations
  for (let row = 0; row < rows.length; row++) {
    const multiplier = multipliers[row]
    if (multiplier === 0) continue
    const { terms, weight } = rows[row]
    for (let k = 0; k < terms.length; k++) {
      const { factor, pair, condition, link, curve: bent } = terms[k]
      const t = firstTerm[row] + k
      let force = multiplier * weight * factor
      if (bent) {
        bent.evaluate(equations.plainValue(state, t), curve)
        force *= curve[1]
      }
      if (link >= 0) {
        efforts[link] += force
        continue
      }
      const a = 2 * FRAME * equations.termPair[t]
      conditionWrench(condition!, frames, a, frames, a + FRAME, wrench)
      for (let c = 0; c < 6; c++) {
        wrenches[6 * pair!.linkB + c] += force * wrench[c]
        wrenches[6 * pair!.linkA + c] -= force * wrench[c]
      }
    }
  }
}
