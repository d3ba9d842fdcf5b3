/**
 * Modified trapezoid: constant acceleration with quarter sines as ramps. Peak acceleration 8 pi / (2 + pi).
 * Source: VDI 2143 (modified acceleration trapezoid); Norton, Design of Machinery, cam design.
 */
import { symmetric } from './motion-law'

const PEAK = (8 * Math.PI) / (2 + Math.PI)
const W = 4 * Math.PI
const RAMP = 1 / 8
const LEVEL = 3 / 8
/** Speed and displacement at the end of the ramp and of the level stretch. */
const V1 = PEAK / W
const S1 = V1 * (RAMP - 1 / W)
const V2 = V1 + PEAK * (LEVEL - RAMP)
const S2 = S1 + V1 * (LEVEL - RAMP) + (PEAK * (LEVEL - RAMP) ** 2) / 2

export const modifiedTrapezoid = symmetric('modified-trapezoid', 'Modified trapezoid', (x, out) => {
  if (x <= RAMP) {
    const c = Math.cos(W * x)
    const s = Math.sin(W * x)
    out[0] = V1 * (x - s / W)
    out[1] = V1 * (1 - c)
    out[2] = PEAK * s
    out[3] = PEAK * W * c
  } else if (x <= LEVEL) {
    const y = x - RAMP
    out[0] = S1 + V1 * y + (PEAK * y * y) / 2
    out[1] = V1 + PEAK * y
    out[2] = PEAK
    out[3] = 0
  } else {
    const y = x - LEVEL
    const c = Math.cos(W * y)
    const s = Math.sin(W * y)
    out[0] = S2 + V2 * y + (PEAK / W ** 2) * (1 - c)
    out[1] = V2 + (PEAK / W) * s
    out[2] = PEAK * c
    out[3] = -PEAK * W * s
  }
})
