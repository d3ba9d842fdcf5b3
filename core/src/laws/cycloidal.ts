/** Cycloidal: a full wave of the sine as acceleration. Source: VDI 2143 (inclined sine). */
import { defineLaw } from './motion-law'

export const cycloidal = defineLaw({
  kind: 'cycloidal',
  noun: 'Cycloidal',
  evaluate: (x, out) => {
    const w = 2 * Math.PI
    const c = Math.cos(w * x)
    const s = Math.sin(w * x)
    out[0] = x - s / w
    out[1] = 1 - c
    out[2] = w * s
    out[3] = w * w * c
  },
})
