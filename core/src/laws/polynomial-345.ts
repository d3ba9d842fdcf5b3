/** Polynomial 3-4-5: speed and acceleration vanish at both ends. Source: VDI 2143 (fifth power). */
import { polynomial } from './motion-law'

export const polynomial345 = polynomial('polynomial-3-4-5', 'Polynomial 3-4-5', [0, 0, 0, 10, -15, 6])
