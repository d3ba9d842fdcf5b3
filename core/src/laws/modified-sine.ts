/**
 * Modified sine: a fast sine at both ends, a slow one between. Peak acceleration 4 pi^2 / (pi + 4).
 * Source: VDI 2143 (modified sine after Neklutin); Norton, Design of Machinery, cam design.
 */
import { symmetric } from './motion-law'

const PEAK = (4 * Math.PI ** 2) / (Math.PI + 4)
const FAST = 4 * Math.PI
const SLOW = FAST / 3
const END = 1 / 8
/** Speed and displacement where the fast sine ends. */
const V = PEAK / FAST
const S = V * (END - 1 / FAST)

export const modifiedSine = symmetric('modified-sine', 'Modified sine', (x, out) => {
  if (x <= END) {
    const c = Math.cos(FAST * x)
    const s = Math.sin(FAST * x)
    out[0] = V * (x - s / FAST)
    out[1] = V * (1 - c)
    out[2] = PEAK * s
    out[3] = PEAK * FAST * c
    return
  }
  const y = x - END
  const c = Math.cos(SLOW * y)
  const s = Math.sin(SLOW * y)
  out[0] = S + V * y + (PEAK / SLOW ** 2) * (1 - c)
  out[1] = V + (PEAK / SLOW) * s
  out[2] = PEAK * c
  out[3] = -PEAK * SLOW * s
})
