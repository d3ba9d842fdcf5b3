/** Harmonic: half a wave of the cosine. Source: VDI 2143 (simple sine). */
import { defineLaw } from './motion-law'

export const harmonic = defineLaw({
  kind: 'harmonic',
  noun: 'Harmonic',
  evaluate: (x, out) => {
    const c = Math.cos(Math.PI * x)
    const s = Math.sin(Math.PI * x)
    out[0] = (1 - c) / 2
    out[1] = (Math.PI / 2) * s
    out[2] = (Math.PI ** 2 / 2) * c
    out[3] = (-(Math.PI ** 3) / 2) * s
  },
})
